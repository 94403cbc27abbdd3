package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.List;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Section;
import org.junit.jupiter.api.Test;

/** The look-over asks for what sealing asks for, no more and no less. */
class LookOverTest {
    private static Criterion criterion(String id) {
        return new Criterion(id, "Name of " + id, "", BigDecimal.TWO, BigDecimal.ONE);
    }

    private static Batch batch() {
        MarkScheme scheme = new MarkScheme(List.of(criterion("plain"), criterion("other"),
                criterion("bonus").withRole(Role.BONUS), criterion("penalty").withRole(Role.PENALTY),
                criterion("words").withManner(new Manner.WordsOnly())), List.<Section>of(), Rules.USUAL);
        return Batches.three().apply(new Edit.ChangeScheme(scheme, List.of()));
    }

    private static List<LookOver.Finding> ofAda(Batch batch) {
        return LookOver.findings(batch)
                .stream()
                .filter(f -> f.student().equals(Batches.ADA) && f.kind() != LookOver.Kind.PAGES_UNSEEN)
                .toList();
    }

    private static Batch scored(Batch batch, String criterion) {
        return batch.apply(new Edit.Judge(Batches.ADA, criterion, Judgement.of(BigDecimal.ONE)));
    }

    @Test
    void aBonusAPenaltyAndWordsAloneAreNotMissed() {
        Batch begun = scored(batch(), "plain");
        assertThat(ofAda(begun)).containsExactly(
                new LookOver.Finding(Batches.ADA, LookOver.Kind.NOT_SCORED, "Name of other"));
        assertThatThrownBy(() -> begun.apply(new Edit.Seal(Batches.ADA)))
                .isInstanceOf(EditRefused.class)
                .hasMessageContaining("Name of other")
                .hasMessageNotContainingAny("bonus", "penalty", "words");
        Batch done = scored(begun, "other");
        assertThat(ofAda(done)).extracting(LookOver.Finding::kind).containsExactly(LookOver.Kind.NOT_SEALED);
        assertThat(ofAda(done.apply(new Edit.Seal(Batches.ADA)))).isEmpty();
    }

    @Test
    void whereOnlyWordsAreAskedForNothingIsMissed() {
        Batch words = Batches.three()
                .apply(new Edit.ChangeScheme(
                        new MarkScheme(List.of(criterion("words").withManner(new Manner.WordsOnly()))), List.of()));
        assertThat(ofAda(words)).extracting(LookOver.Finding::kind).containsExactly(LookOver.Kind.NOT_SEALED);
    }
}

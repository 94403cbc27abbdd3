package org.epiglyph.desktop.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.marking.AtBareDesk;
import org.epiglyph.desktop.marking.BareBatch;
import org.junit.jupiter.api.Test;

/** What the ledger shows below a criterion's name. */
class CriterionTextTest extends AtBareDesk {
    private static final Manner.Level SOUND = new Manner.Level("l1", "Sound", "", BigDecimal.ONE, BigDecimal.TEN);

    private CriterionText of(Criterion criterion) {
        desk.edit(new Edit.ChangeScheme(new MarkScheme(List.of(criterion)), List.of()));
        return new CriterionText(desk, criterion);
    }

    private Judgement judged() {
        return desk.submission().scores().judgement("c1");
    }

    @Test
    void theOpenRowShowsStepRoleHurdleAndUnscoredState() {
        Criterion bonus = BareBatch.METHOD.withRole(Role.BONUS).withHurdle(Optional.of(new BigDecimal("40")));
        CriterionText sayings = of(bonus);
        assertThat(sayings.hint(judged())).contains("0.5", "bonus", "40", "not scored");
        desk.scores().judge("c1", Judgement.of(BigDecimal.TWO));
        assertThat(sayings.hint(judged())).doesNotContain("not scored");
        assertThat(of(BareBatch.METHOD.withManner(new Manner.WordsOnly())).hint(Judgement.NONE))
                .as("no step where nothing is scored")
                .doesNotContain("0.5");
    }

    @Test
    void suggestsACountOfPhrasesOnThePages() {
        CriterionText sayings = of(BareBatch.METHOD);
        desk.place(new Note(desk.newHead(new PageRef("d2", 0), 0), new PagePoint(10, 10))
                .withRemark(Remark.of("Units!").withPhrase("p1")));
        assertThat(sayings.hint(judged())).contains("\u22120.5");
    }

    @Test
    void theClosedRowShowsLevelAndRemark() {
        CriterionText sayings = of(BareBatch.METHOD.withManner(new Manner.Levels(List.of(SOUND))));
        assertThat(sayings.settled(Judgement.NONE, "")).isEmpty();
        assertThat(sayings.settled(Judgement.of(BigDecimal.TWO), "Well argued"))
                .as("points alone find their level")
                .isEqualTo("Sound  \u00b7  Well argued");
    }

    @Test
    void explainsTheScoreAndTheClassAverage() {
        CriterionText sayings = of(BareBatch.METHOD);
        desk.scores().judge("c1", Judgement.of(BigDecimal.TWO));
        desk.walk().step(1);
        desk.scores().judge("c1", Judgement.of(BigDecimal.valueOf(4)));
        assertThat(sayings.why()).contains("4 of 8", "3", "2");
        assertThat(CriterionText.letter(Standing.NOT_ATTEMPTED)).isEqualTo("n");
        assertThat(CriterionText.letter(Standing.EXCUSED)).isEqualTo("x");
    }
}

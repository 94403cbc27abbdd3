package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Standing;
import org.junit.jupiter.api.Test;

class SchemeChangeTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private final History history = new History(Batches.three());

    private void score(String criterion, String points) {
        history.record(new Edit.SetScore(Batches.ADA, criterion, Optional.of(new BigDecimal(points))), NOW);
    }

    private MarkScheme withMaximum(String criterion, int maximum) {
        MarkScheme scheme = history.batch().scheme();
        return scheme.withCriteria(scheme.criteria()
                .stream()
                .map(c -> c.id().equals(criterion) ? c.withMaximum(BigDecimal.valueOf(maximum)) : c)
                .toList());
    }

    private SchemeChange plan(MarkScheme scheme, SchemeChange.Keep keep) {
        return SchemeChange.plan(history.batch(), scheme, keep);
    }

    private BigDecimal score(String criterion) {
        return history.batch().submission(Batches.ADA).scores().score(criterion).orElseThrow();
    }

    /** By hand: 6 of 8 is 7.5 of 10. 6 + 2 of 12 is worth 8 of 12; 6 + 2 of 14 is 6.86 of 12; 7.5 + 2 of 14 is 8.14. */
    @Test
    void aNewMaximumKeepsPointsOrPercentAndSaysWhichResultsMove() {
        score("c1", "6");
        score("c2", "2");
        SchemeChange points = plan(withMaximum("c1", 10), SchemeChange.Keep.POINTS);
        assertThat(points.rescores()).isEmpty();
        assertThat(points.moved()).extracting(SchemeChange.Moved::words).containsExactly("8 of 12 \u2192 6.86 of 12");
        SchemeChange percent = plan(withMaximum("c1", 10), SchemeChange.Keep.PERCENT);
        assertThat(percent.moved()).extracting(SchemeChange.Moved::words).containsExactly("8 of 12 \u2192 8.14 of 12");
        history.record(percent.edit(), NOW);
        assertThat(score("c1")).isEqualByComparingTo("7.5");
    }

    @Test
    void aLowerMaximumCutsWhatLiesAboveAndSaysSo() {
        score("c1", "6");
        SchemeChange change = plan(withMaximum("c1", 5), SchemeChange.Keep.POINTS);
        assertThat(change.losses()).extracting(l -> l.what().inWords()).containsExactly("6 is reduced to 5");
        history.record(change.edit(), NOW);
        assertThat(score("c1")).isEqualByComparingTo("5");
        history.undo(Optional.empty(), NOW);
        assertThat(score("c1")).isEqualByComparingTo("6");
        assertThat(history.batch().scheme()).isEqualTo(Batches.three().scheme());
    }

    @Test
    void undoLeavesWhatWasScoredMeanwhile() {
        score("c1", "6");
        history.record(plan(withMaximum("c1", 5), SchemeChange.Keep.POINTS).edit(), NOW);
        score("c1", "3");
        score("c2", "4");
        history.undo(Optional.empty(), NOW);
        assertThat(score("c1")).isEqualByComparingTo("3");
        assertThat(score("c2")).isEqualByComparingTo("4");
    }

    @Test
    void aRemovedCriterionTakesItsScoreWithItAndUndoBringsItBack() {
        score("c1", "6");
        score("c2", "4");
        MarkScheme less = history.batch().scheme().withCriteria(history.batch().scheme().criteria().subList(0, 1));
        SchemeChange change = plan(less, SchemeChange.Keep.POINTS);
        assertThat(change.losses()).extracting(SchemeChange.Loss::criterion).containsExactly("Units");
        history.record(change.edit(), NOW);
        assertThat(history.batch().result(Batches.ADA).value()).isEqualByComparingTo("9");
        history.undo(Optional.empty(), NOW);
        assertThat(score("c2")).isEqualByComparingTo("4");
    }

    @Test
    void whatNoLongerFitsIsNotScoredAndAStandingStays() {
        score("c1", "6");
        history.record(new Edit.SetStanding(Batches.BAO, "c1", Optional.of(Standing.EXCUSED)), NOW);
        Criterion levels = history.batch()
                .scheme()
                .criterion("c1")
                .withManner(new Manner.Levels(List.of(new Manner.Level("a", "Full", "", BigDecimal.TEN, BigDecimal.TEN),
                        new Manner.Level("b", "None", "", BigDecimal.ZERO, BigDecimal.ZERO))));
        SchemeChange change = plan(new MarkScheme(List.of(levels)), SchemeChange.Keep.POINTS);
        assertThat(change.rescores()).contains(
                new Edit.Rescore(Batches.ADA, "c1", Judgement.of(new BigDecimal("6")), Judgement.NONE));
        assertThat(change.losses()).extracting(l -> l.what().inWords())
                .contains("6 no longer fits and becomes not scored");
        history.record(change.edit(), NOW);
        assertThat(history.batch().submission(Batches.BAO).scores().standing("c1")).hasValue(Standing.EXCUSED);
    }

    @Test
    void whatTheRecordHasIsNamedAndItsChangeIsNotLost() {
        score("c1", "6");
        score("c2", "4");
        history.record(new Edit.Seal(Batches.ADA), NOW);
        history.record(new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("r", NOW, "d", ""))), NOW);
        SchemeChange change = plan(withMaximum("c1", 10), SchemeChange.Keep.POINTS);
        assertThat(change.moved()).singleElement().matches(m -> m.submission().handedBack());
        history.record(change.edit(), NOW);
        assertThat(history.batch().submission(Batches.ADA).handedBack()).isFalse();
        history.undo(Optional.empty(), NOW);
        assertThat(history.batch().submission(Batches.ADA).handedBack()).isTrue();
    }
}

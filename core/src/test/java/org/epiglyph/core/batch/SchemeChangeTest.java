package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
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

    /**
     * Calculated by hand: 6 of 8 is 7.5 of 10. 6 + 2 of 12 is worth 8 of 12; 6 + 2 of 14 is 6.86 of 12; 7.5 + 2 of 14
     * is 8.14.
     */
    @Test
    void aNewMaximumKeepsPointsOrPercentagesAndNamesMovingResults() {
        score("c1", "6");
        score("c2", "2");
        SchemeChange points = plan(withMaximum("c1", 10), SchemeChange.Keep.POINTS);
        assertThat(points.rescores()).isEmpty();
        assertThat(points.moved()).extracting(SchemeChange.Moved::describe)
                .containsExactly("8 of 12 \u2192 6.86 of 12");
        SchemeChange percent = plan(withMaximum("c1", 10), SchemeChange.Keep.PERCENT);
        assertThat(percent.moved()).extracting(SchemeChange.Moved::describe)
                .containsExactly("8 of 12 \u2192 8.14 of 12");
        history.record(percent.edit(), NOW);
        assertThat(score("c1")).isEqualByComparingTo("7.5");
    }

    @Test
    void aLowerMaximumCapsScoresAndSaysSo() {
        score("c1", "6");
        SchemeChange change = plan(withMaximum("c1", 5), SchemeChange.Keep.POINTS);
        assertThat(change.losses()).extracting(l -> l.what().text()).containsExactly("6 is reduced to 5");
        history.record(change.edit(), NOW);
        assertThat(score("c1")).isEqualByComparingTo("5");
        history.undo(Optional.empty(), NOW);
        assertThat(score("c1")).isEqualByComparingTo("6");
        assertThat(history.batch().scheme()).isEqualTo(Batches.three().scheme());
    }

    @Test
    void removingACriterionRemovesItsScoreUntilUndone() {
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
    void scoresThatNoLongerFitAreRemovedButStandingsStay() {
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
        assertThat(change.losses()).extracting(l -> l.what().text())
                .contains("6 no longer fits and becomes not scored");
        history.record(change.edit(), NOW);
        assertThat(history.batch().submission(Batches.BAO).scores().standing("c1")).hasValue(Standing.EXCUSED);
    }

    @Test
    void namesHandedBackResultsAndKeepsTheirChange() {
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

    private Judgement judged(String student) {
        return history.batch().submission(new StudentKey(student)).scores().judgement("c1");
    }

    private MarkScheme with(Manner manner) {
        MarkScheme scheme = history.batch().scheme();
        return scheme.withCriteria(List.of(scheme.criterion("c1").withManner(manner), scheme.criterion("c2")));
    }

    private static Manner.Levels levels(String... bounds) {
        return new Manner.Levels(IntStream.range(0, bounds.length / 2)
                .mapToObj(i -> new Manner.Level("l" + i, "Level " + i, "", new BigDecimal(bounds[2 * i]),
                        new BigDecimal(bounds[2 * i + 1])))
                .toList());
    }

    private static Manner.Checklist checklist(String... points) {
        return new Manner.Checklist(IntStream.range(0, points.length)
                .mapToObj(i -> new Manner.Part("p" + i, "Part " + i, new BigDecimal(points[i])))
                .toList());
    }

    /** 5 in the level from 4 to 8: if that level becomes 6 to 8, it becomes 6; if 1 to 4, it becomes 4. */
    @Test
    void aLevelStaysWithPointsWithinItsNewBounds() {
        history.record(new Edit.ChangeScheme(with(levels("4", "8", "0", "3.5")), List.of()), NOW);
        Manner.Levels now = (Manner.Levels) history.batch().scheme().criterion("c1").manner();
        history.record(new Edit.Judge(Batches.ADA, "c1", Judgement.level(now.levels().getFirst(), new BigDecimal("5"))),
                NOW);
        SchemeChange up = plan(with(levels("6", "8", "0", "5.5")), SchemeChange.Keep.POINTS);
        assertThat(up.rescores()).singleElement().satisfies(r -> {
            assertThat(r.to().level()).isEqualTo("l0");
            assertThat(r.to().points().orElseThrow()).isEqualByComparingTo("6");
        });
        SchemeChange down = plan(with(levels("1", "4", "0", "0.5")), SchemeChange.Keep.POINTS);
        assertThat(down.rescores()).singleElement()
                .satisfies(r -> assertThat(r.to().points().orElseThrow()).isEqualByComparingTo("4"));
        SchemeChange same = plan(with(levels("3", "8", "0", "2.5")), SchemeChange.Keep.POINTS);
        assertThat(same.rescores()).as("it fits as it is").isEmpty();
    }

    @Test
    void remainingPartsStayTicked() {
        history.record(new Edit.ChangeScheme(with(checklist("2", "3", "1")), List.of()), NOW);
        Manner.Checklist now = (Manner.Checklist) history.batch().scheme().criterion("c1").manner();
        history.record(new Edit.Judge(Batches.ADA, "c1", Judgement.parts(now, List.of("p0", "p2"))), NOW);
        SchemeChange change = plan(with(checklist("1.5", "3")), SchemeChange.Keep.POINTS);
        assertThat(change.rescores()).singleElement().satisfies(r -> {
            assertThat(r.to().parts()).containsExactly("p0");
            assertThat(r.to().points().orElseThrow()).isEqualByComparingTo("1.5");
        });
        assertThat(change.losses()).isEmpty();
        history.record(new Edit.Judge(Batches.ADA, "c1", Judgement.parts(now, List.of("p2"))), NOW);
        assertThat(plan(with(checklist("1", "3")), SchemeChange.Keep.POINTS).rescores()).singleElement()
                .satisfies(r -> assertThat(r.to().points().orElseThrow()).as("in points, which some parts make")
                        .isEqualByComparingTo("1"));
    }

    @Test
    void textOnlyCriteriaTakeNeitherScoreNorStanding() {
        score("c1", "6");
        history.record(new Edit.SetStanding(Batches.BAO, "c1", Optional.of(Standing.EXCUSED)), NOW);
        SchemeChange change = plan(with(new Manner.WordsOnly()), SchemeChange.Keep.POINTS);
        assertThat(change.rescores()).hasSize(2).allSatisfy(r -> assertThat(r.to()).isEqualTo(Judgement.NONE));
        assertThat(change.losses()).extracting(l -> l.what().text())
                .containsExactly("6 no longer fits and becomes not scored",
                        "excused no longer fits and becomes not scored");
    }

    /** A full mark of 8 that becomes a full mark of 5 loses nothing; 8.5 would, but it is above both maxima. */
    @Test
    void fullMarksStayFullMarks() {
        score("c1", "8");
        assertThat(plan(withMaximum("c1", 5), SchemeChange.Keep.POINTS).losses()).isEmpty();
        score("c1", "5");
        assertThat(plan(withMaximum("c1", 5), SchemeChange.Keep.POINTS).losses()).as("it is the new maximum")
                .isEmpty();
        assertThat(plan(withMaximum("c1", 5), SchemeChange.Keep.POINTS).rescores()).isEmpty();
    }

    /** Calculated by hand: a step of 0.5 becomes one of 1; 2.5 is rounded half up to 3. */
    @Test
    void aCoarserStepRounds() {
        score("c1", "2.5");
        MarkScheme scheme = history.batch().scheme();
        Criterion coarse = new Criterion("c1", "Method", "", BigDecimal.valueOf(8), BigDecimal.ONE);
        SchemeChange change = plan(scheme.withCriteria(List.of(coarse, scheme.criterion("c2"))),
                SchemeChange.Keep.POINTS);
        assertThat(change.rescores()).singleElement()
                .satisfies(r -> assertThat(r.to().points().orElseThrow()).isEqualByComparingTo("3"));
        assertThat(judged("K-1").points().orElseThrow()).as("planning changes nothing").isEqualByComparingTo("2.5");
    }

    /** Two states each: nothing changed, the grade changed, completeness changed. */
    @Test
    void aResultMovesByValueGradeOrCompleteness() {
        Batch untouched = history.batch();
        assertThat(SchemeChange.moved(untouched, untouched)).isEmpty();
        score("c1", "0");
        Batch zero = history.batch();
        assertThat(SchemeChange.moved(untouched, zero)).as("nothing of so far, and nothing of so far").isEmpty();
        score("c2", "0");
        Batch complete = history.batch();
        assertThat(SchemeChange.moved(zero, complete)).singleElement()
                .satisfies(m -> assertThat(m.describe()).isEqualTo("0 of 12 so far \u2192 0 of 12"));
        assertThat(SchemeChange.moved(complete, complete)).isEmpty();
        assertThat(SchemeChange.moved(complete, zero)).hasSize(1);
    }

    @Test
    void namesAGradeOnlyForCompleteResults() {
        score("c1", "3");
        MarkScheme scheme = history.batch().scheme();
        Batch ungraded = history.batch();
        Batch graded = ungraded.apply(plan(scheme.withRules(scheme.rules()
                .withGrades(
                        Optional.of(GradeScale.READY.getFirst()))),
                SchemeChange.Keep.POINTS).edit());
        assertThat(SchemeChange.moved(ungraded, graded)).singleElement()
                .satisfies(m -> assertThat(m.describe()).isEqualTo("3 of 12 so far \u2192 3 of 12 so far"));
    }
}

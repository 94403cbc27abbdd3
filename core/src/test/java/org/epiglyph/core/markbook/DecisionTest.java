package org.epiglyph.core.markbook;

import static org.epiglyph.core.markbook.Classes.number;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Exact;
import org.epiglyph.core.scoring.LatePenalty;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Rounding;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scaling;
import org.junit.jupiter.api.Test;

/** Decisions for many students at once. */
class DecisionTest {
    private static final List<Decision> ALL = List.of(Decision.Settle.ZERO, Decision.Settle.EXCUSED,
            Decision.Settle.NOT_ATTEMPTED, new Decision.Seal(), new Decision.Moderate(number("-1.5"), "counted twice"),
            new Decision.Scale(Optional.of(new Scaling(number("1.1"), number("0.5")))),
            new Decision.Late(Optional.of(new OwnLateness(number("10"), "ill"))),
            new Decision.Maximum("c2", number("3"), SchemeChange.Keep.PERCENT),
            new Decision.Maximum("c2", number("6"), SchemeChange.Keep.POINTS), new Decision.Assign("Rowan"));

    @Property(tries = 80)
    void theOutcomeMatchesThePreviewAndUndoRestores(@ForAll long seed, @ForAll @IntRange(max = 20) int size,
            @ForAll @IntRange(max = 9) int which) {
        Batch batch = Classes.of(seed, size);
        Decision.Outlook outlook = ALL.get(which).outlook(batch, batch.students());
        if (outlook.edit().isEmpty()) {
            assertEquals(List.of(), outlook.reached());
            return;
        }
        Batch after = batch.apply(outlook.edit().get());
        outlook.moved()
                .forEach(m -> assertEquals(m.after().value(),
                        after.result(m.submission().student().key()).value()));
        Batch back = after.apply(batch.inverse(outlook.edit().get()));
        for (StudentKey student : batch.students()) {
            assertEquals(batch.submission(student).scores(), back.submission(student).scores());
            assertEquals(batch.submission(student).marker(), back.submission(student).marker());
            assertEquals(batch.submission(student).sealed(), back.submission(student).sealed());
            assertEquals(batch.result(student).value(), back.result(student).value());
        }
    }

    /** Half a point off for each started day; an individual penalty replaces it, and students in time have none. */
    @Test
    void latenessCostsOnlyOneStudent() {
        Batch start = Classes.of(7, 40);
        Batch batch = start.apply(new Edit.ChangeScheme(
                start.scheme()
                        .withRules(start.scheme()
                                .rules()
                                .withLateness(Optional.of(LatePenalty.each(Duration.ofDays(1), number("50"))))),
                List.of()));
        Decision.Outlook outlook = new Decision.Late(Optional.of(new OwnLateness(number("10"), "storm")))
                .outlook(batch, batch.students());
        Batch after = batch.apply(outlook.edit().orElseThrow());
        int late = 0;
        for (Submission submission : after.submissions()) {
            StudentKey student = submission.student().key();
            boolean own = batch.lateness(submission).isPresent() && !submission.sealed();
            assertEquals(own, submission.scores().lateness().isPresent());
            assertEquals(own, outlook.reached().contains(student));
            if (own && submission.scores().isComplete(after.scheme())
                    && start.result(student).value().compareTo(number("2.2")) > 0) {
                late++;
                assertEquals(0, start.result(student)
                        .value()
                        .subtract(number("2.2"))
                        .subtract(after.result(student).value())
                        .abs()
                        .compareTo(number("0.25")) > 0 ? 1 : 0);
                assertTrue(after.result(student)
                        .derivation()
                        .stream()
                        .anyMatch(w -> w.startsWith("Late, 10 % of the maximum taken off (storm): ")));
            }
        }
        assertTrue(late > 2);
        Batch back = after.apply(
                new Decision.Late(Optional.empty()).outlook(after, after.students()).edit().orElseThrow());
        batch.students().forEach(s -> assertEquals(batch.result(s).value(), back.result(s).value()));
    }

    @Test
    void waivedLatenessDeductsNothing() {
        Batch batch = Classes.of(7, 40);
        Batch after = batch.apply(new Decision.Late(Optional.of(new OwnLateness(BigDecimal.ZERO, "")))
                .outlook(batch, batch.students())
                .edit()
                .orElseThrow());
        for (StudentKey student : batch.students()) {
            assertEquals(batch.result(student).value(), after.result(student).value());
            if (after.submission(student).scores().lateness().isPresent()) {
                assertTrue(after.result(student)
                        .derivation()
                        .stream()
                        .anyMatch(w -> w.startsWith("Late, nothing is taken off: ")));
            }
        }
    }

    @Test
    void anotherMaximumNamesScoresThatDoNotFit() {
        Batch batch = Classes.of(9, 40);
        Decision.Outlook outlook = new Decision.Maximum("c2", number("3"), SchemeChange.Keep.POINTS).outlook(batch,
                List.of());
        Batch after = batch.apply(outlook.edit().orElseThrow());
        assertEquals(number("3"), after.scheme().findCriterion("c2").orElseThrow().maximum());
        for (Submission submission : batch.submissions()) {
            Optional<BigDecimal> before = submission.scores().score("c2");
            assertEquals(before.map(p -> p.min(number("3"))),
                    after.submission(submission.student().key()).scores().score("c2"));
        }
    }

    @Test
    void doesNotDecideThePointsOfLevels() {
        Batch batch = Classes.of(9, 4);
        for (String criterion : List.of("c3", "", "gone")) {
            assertThrows(IllegalArgumentException.class,
                    () -> new Decision.Maximum(criterion, number("3"), SchemeChange.Keep.POINTS).outlook(batch,
                            List.of()));
        }
        assertThrows(IllegalArgumentException.class,
                () -> new Decision.Maximum("c1", BigDecimal.ZERO, SchemeChange.Keep.POINTS).outlook(batch, List.of()));
    }

    @Test
    void zeroFillsMissingScoresOnly() {
        Batch batch = Classes.of(2, 20);
        Batch after = batch.apply(Decision.Settle.ZERO.outlook(batch, batch.students()).edit().orElseThrow());
        for (Submission submission : after.submissions()) {
            assertTrue(submission.scores().isComplete(after.scheme()));
            Submission before = batch.submission(submission.student().key());
            before.scores()
                    .points()
                    .forEach((id, points) -> assertEquals(points, submission.scores().points().get(id)));
        }
    }

    @Test
    void sealsAllScoredWorkOnly() {
        Batch batch = Classes.of(4, 30);
        Decision.Outlook outlook = new Decision.Seal().outlook(batch, batch.students());
        Batch after = batch.apply(outlook.edit().orElseThrow());
        assertEquals(batch.submissions()
                .stream()
                .filter(s -> s.stage(batch.scheme()) == Stage.SCORED)
                .map(s -> s.student().key())
                .toList(), outlook.reached());
        assertTrue(outlook.reached().stream().allMatch(s -> after.submission(s).sealed()));
    }

    @Test
    void protectsSealedWorkAndSaysSo() {
        Batch batch = Classes.of(4, 30);
        Decision.Outlook outlook = new Decision.Moderate(BigDecimal.ONE, "too strict").outlook(batch,
                batch.students());
        assertEquals(batch.submissions().stream().filter(Submission::sealed).map(s -> s.student().key()).toList(),
                outlook.leftAlone());
        Batch after = batch.apply(outlook.edit().orElseThrow());
        assertTrue(outlook.leftAlone().stream().allMatch(s -> after.submission(s).scores().moderation().isEmpty()));
        assertEquals(Optional.of(new Moderation(BigDecimal.ONE, "too strict")),
                after.submission(outlook.reached().getFirst()).scores().moderation());
    }

    @Test
    void assignsSealedWorkToAMarkerToo() {
        Batch batch = Classes.of(4, 30);
        Decision.Outlook outlook = new Decision.Assign("Rowan").outlook(batch, batch.students());
        assertEquals(batch.students(), outlook.reached());
        assertEquals(List.of(), outlook.moved());
        Batch after = batch.apply(outlook.edit().orElseThrow());
        assertTrue(after.submissions().stream().allMatch(s -> s.marker().equals("Rowan")));
        assertEquals(batch.submissions().stream().map(Submission::handedBack).toList(),
                after.submissions().stream().map(Submission::handedBack).toList());
    }

    @Property(tries = 60)
    void aCurveMapsItsPointsAndPreservesTheOrder(@ForAll long seed, @ForAll @IntRange(max = 2) int which) {
        Scaling scaling = List.of(Scaling.root(number("22")),
                Scaling.through(List.of(point("10", "12"), point("20", "21"))),
                Scaling.through(List.of(point("0", "2"), point("5", "4.5"), point("15", "18"), point("22", "22"))))
                .get(which);
        scaling.points().forEach(p -> assertEquals(Exact.of(p.to()), scaling.of(Exact.of(p.from()))));
        Batch batch = Classes.of(seed, 25);
        Batch after = batch.apply(
                new Decision.Scale(Optional.of(scaling)).outlook(batch, List.of()).edit().orElseThrow());
        List<StudentKey> students = batch.students();
        for (StudentKey one : students) {
            for (StudentKey other : students) {
                if (batch.result(one).value().compareTo(batch.result(other).value()) < 0) {
                    assertTrue(after.result(one).value().compareTo(after.result(other).value()) <= 0);
                }
            }
        }
    }

    /** 16 of 25 becomes 20 of 25. */
    @Test
    void theRootAppliesToTheShareAndKeepsTheEnds() {
        Scaling root = Scaling.root(number("25"));
        assertEquals(0, root.of(Exact.of(number("16"))).compareTo(Exact.of(number("20"))));
        assertEquals(0, root.of(Exact.of(number("25"))).compareTo(Exact.of(number("25"))));
        assertEquals(0, root.of(Exact.ZERO).signum());
    }

    @Test
    void refusesACurveThatReordersResults() {
        assertThrows(IllegalArgumentException.class,
                () -> Scaling.through(List.of(point("10", "12"), point("20", "11"))));
        assertThrows(IllegalArgumentException.class,
                () -> Scaling.through(List.of(point("10", "12"), point("10", "13"))));
        assertThrows(IllegalArgumentException.class, () -> Scaling.through(List.of(point("10", "12"))));
    }

    /** Nothing is rounded and nobody is late, so mean and spread are exactly the requested ones. */
    @Property(tries = 30)
    void reachesMeanAndDeviationFromAnyScaling(@ForAll long seed) {
        Batch batch = fine(Classes.of(seed, 40));
        Batch once = batch
                .apply(new Decision.Spread(number("12"), number("3")).outlook(batch, List.of()).edit().orElseThrow());
        assertMeanAndSpread(once, "12.00", "3.00");
        Batch twice = once
                .apply(new Decision.Spread(number("15"), number("2")).outlook(once, List.of()).edit().orElseThrow());
        assertMeanAndSpread(twice, "15.00", "2.00");
    }

    /** In steps of a millionth, also beyond both ends of the scale. */
    private static Batch fine(Batch batch) {
        Rules rules = batch.scheme()
                .rules()
                .withRounding(new Rounding(number("0.000001"), Rounding.Rule.HALF_UP))
                .withBounds(true, true);
        return batch.apply(new Edit.ChangeScheme(batch.scheme().withRules(rules), List.of()));
    }

    private static void assertMeanAndSpread(Batch batch, String mean, String spread) {
        Tally tally = new Foot(batch, batch.students(), List.of(Column.Fact.RESULT)).tally(Column.Fact.RESULT);
        assertEquals(Optional.of(number(mean)), tally.mean());
        assertEquals(Optional.of(number(spread)), tally.spread());
    }

    @Test
    void refusesADeviationWithoutResults() {
        Batch batch = Classes.of(1, 0);
        assertEquals("Fewer than two results are known. Score first.", assertThrows(IllegalArgumentException.class,
                () -> new Decision.Spread(number("12"), number("3")).outlook(batch, List.of())).getMessage());
    }

    @Test
    void readsPointsAsMarkersWriteThem() {
        assertEquals(List.of(point("10", "12"), point("20.5", "21")), Scaling.points("10 to 12, 20,5 to 21"));
        assertEquals(List.of(point("10", "12"), point("20", "21")), Scaling.points("10 to 12; 20 to 21\n"));
        assertEquals(List.of(), Scaling.points("  "));
        for (String odd : List.of("10 to 12,20 to 21", "10", "10 to", "ten to 12", "10 to 12 to 14",
                "1e999999999 to 2")) {
            assertThrows(IllegalArgumentException.class, () -> Scaling.points(odd), odd);
        }
    }

    @Test
    void aBoundaryByPointsEqualsItsPercentage() {
        Batch batch = Classes.of(3, 30);
        Batch dragged = batch
                .apply(new Decision.Boundary("B", number("16.5")).outlook(batch, List.of()).edit().orElseThrow());
        assertEquals(Optional.of("75"),
                dragged.scheme().rules().grades().map(g -> Criterion.format(g.boundaries().get(1).from())));
        batch.submissions().forEach(s -> {
            StudentKey student = s.student().key();
            boolean becomes = batch.result(student).value().compareTo(number("16.5")) >= 0
                    && batch.result(student).grade().equals(Optional.of("C"));
            assertEquals(becomes ? Optional.of("B") : batch.result(student).grade(), dragged.result(student).grade());
        });
        assertThrows(IllegalArgumentException.class,
                () -> new Decision.Boundary("B", number("20")).outlook(batch, List.of()));
        assertThrows(IllegalArgumentException.class,
                () -> new Decision.Boundary("Z", number("20")).outlook(batch, List.of()));
    }

    private static Scaling.Point point(String from, String to) {
        return new Scaling.Point(number(from), number(to));
    }

    @Test
    void repeatingADecisionChangesNothing() {
        Batch start = Classes.of(7, 40);
        for (Decision decision : List.of(new Decision.Late(Optional.of(new OwnLateness(number("10"), "storm"))),
                new Decision.Moderate(number("-1.5"), "counted twice"), new Decision.Assign("Rowan"),
                Decision.Settle.ZERO, new Decision.Seal())) {
            Batch once = start.apply(decision.outlook(start, start.students()).edit().orElseThrow());
            assertEquals(Optional.empty(), decision.outlook(once, once.students()).edit(), decision.toString());
        }
        assertEquals(Optional.empty(),
                new Decision.Moderate(BigDecimal.ZERO, "").outlook(start, start.students()).edit(),
                "none to begin with");
        assertEquals(Optional.empty(), new Decision.Late(Optional.empty()).outlook(start, start.students()).edit());
    }

    @Test
    void pointsOnACriterionWithLevelsSelectTheLevel() {
        Batch batch = Classes.of(7, 0).apply(new Edit.Enrol(new Student(new StudentKey("new"), "", "New", "A")));
        StudentKey student = new StudentKey("new");
        Batch after = batch.apply(new Decision.Settle(Judgement.of(number("3"))).outlook(batch, List.of(student))
                .edit()
                .orElseThrow());
        assertEquals("l2", after.submission(student).scores().judgement("c3").level());
        assertEquals("", after.submission(student).scores().judgement("c1").level());
    }

    @Test
    void twoResultsDefineADeviation() {
        Batch batch = Classes.of(7, 0);
        for (String[] one : new String[][]{{"a", "2"}, {"b", "6"}}) {
            StudentKey student = new StudentKey(one[0]);
            batch = batch.apply(new Edit.Enrol(new Student(student, "", one[0], "A")));
            for (String criterion : List.of("c1", "c2", "c3")) {
                batch = batch.apply(new Edit.SetScore(student, criterion, Optional.of(number(
                        criterion.equals("c1") ? one[1] : "1"))));
            }
        }
        Batch after = batch.apply(new Decision.Spread(number("12"), number("1")).outlook(batch, List.of())
                .edit()
                .orElseThrow());
        assertEquals(0, after.result(new StudentKey("a")).value().compareTo(number("11.29")));
        assertEquals(0, after.result(new StudentKey("b")).value().compareTo(number("12.71")));
    }
}

package org.epiglyph.core.markbook;

import static org.epiglyph.core.markbook.Classes.number;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Limits;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** Filters and sorting of the mark book. */
class SelectionTest {
    private static final Column RESULT = Column.Fact.RESULT;

    @Property(tries = 60)
    void showsExactlyThoseWhoMeetEveryCondition(@ForAll long seed, @ForAll @IntRange(max = 30) int size,
            @ForAll Condition one, @ForAll Condition other) {
        Batch batch = Classes.of(seed, size);
        List<Submission> shown = Selection.EVERYBODY.withConditions(EnumSet.of(one, other)).in(batch, Context.NONE);
        assertEquals(
                batch.submissions()
                        .stream()
                        .filter(s -> one.holds(batch, s, Context.NONE) && other.holds(batch, s, Context.NONE))
                        .toList(),
                shown);
    }

    @Property(tries = 60)
    void sortsEverybodyWithBlanksLast(@ForAll long seed, @ForAll @IntRange(max = 40) int size,
            @ForAll boolean descending) {
        Batch batch = Classes.of(seed, size);
        Order order = new Order(List.of(new Order.By(RESULT, descending)));
        List<Submission> ordered = order.of(batch, batch.submissions(), Context.NONE);
        assertEquals(new HashSet<>(batch.submissions()), new HashSet<>(ordered));
        for (int i = 1; i < ordered.size(); i++) {
            Cell before = RESULT.cell(batch, ordered.get(i - 1));
            Cell here = RESULT.cell(batch, ordered.get(i));
            if (before.text().isEmpty()) {
                assertTrue(here.text().isEmpty());
            } else if (here.isFigure()) {
                int way = before.rank().orElseThrow().compareTo(here.rank().orElseThrow());
                assertTrue(descending ? way >= 0 : way <= 0);
            }
        }
    }

    @Test
    void theSecondColumnBreaksTies() {
        Batch batch = Classes.of(7, 40);
        Order order = Order.ROSTER.first(RESULT, true).first(Column.Fact.SECTION, false);
        List<Submission> ordered = order.of(batch, batch.submissions(), Context.NONE);
        assertEquals("A", ordered.getFirst().student().section());
        assertEquals("B", ordered.getLast().student().section());
        List<Submission> inA = ordered.stream().filter(s -> s.student().section().equals("A")).toList();
        assertEquals(Order.ROSTER.first(RESULT, true).of(batch, inA, Context.NONE), inA);
    }

    @Test
    void aColumnSortsDownThenUpThenNot() {
        Order once = Order.ROSTER.first(RESULT, true);
        Order twice = once.first(RESULT, true);
        assertEquals(List.of(new Order.By(RESULT, false)), twice.by());
        assertEquals(Order.ROSTER, twice.first(RESULT, true));
    }

    @Test
    void findsByNameKeyAndSectionWithoutAccents() {
        Batch batch = Classes.of(3, 12)
                .apply(new Edit.Enrol(
                        new org.epiglyph.core.roster.Student(new StudentKey("Z-9"), "Zo\u00eb", "M\u00fcller", "B")));
        assertEquals(List.of("Z-9"), keys(Selection.EVERYBODY.withLetters("zoe mull").in(batch, Context.NONE)));
        assertEquals(List.of("K-104"), keys(Selection.EVERYBODY.withLetters("k-104").in(batch, Context.NONE)));
        assertEquals(Set.of("B"), new HashSet<>(Selection.EVERYBODY.withSections(Set.of("B"))
                .in(batch, Context.NONE)
                .stream()
                .map(s -> s.student().section())
                .toList()));
    }

    @Test
    void isNearABoundaryOnlyWithinTheMarkersWidth() {
        Batch batch = Classes.of(1, 1);
        StudentKey student = batch.students().getFirst();
        for (String[] score : new String[][]{{"c1", "8"}, {"c2", "3"}}) {
            batch = batch.apply(new Edit.SetScore(student, score[0], Optional.of(number(score[1]))));
        }
        batch = batch.apply(new Edit.SetScore(student, "c3", Optional.of(number("6.5")))); // 17.5 of 22; B begins at 17.6
        Submission submission = batch.submission(student);
        assertEquals(0, batch.result(student).value().compareTo(number("17.5")));
        assertTrue(!Condition.NEAR_BOUNDARY.holds(batch, submission, Context.NONE));
        Batch limited = batch.apply(new Edit.ChangeAids(
                batch.aids().withLimits(new Limits(Optional.empty(), Optional.of(number("0.1"))))));
        assertTrue(Condition.NEAR_BOUNDARY.holds(limited, submission, Context.NONE));
    }

    private static List<String> keys(List<Submission> submissions) {
        return submissions.stream().map(s -> s.student().key().value()).toList();
    }

    @Test
    void wordCountsSortOnceAllDocumentsAreCounted() {
        Batch batch = Classes.of(5, 12);
        List<Submission> with = batch.submissions().stream().filter(s -> !s.documents().isEmpty()).toList();
        java.util.Map<String, Integer> counts = new java.util.HashMap<>();
        for (int i = 0; i < with.size(); i++) {
            if (i != 2) {
                counts.put(with.get(i).documents().getFirst().id(), 100 - i);
            }
        }
        Context context = Context.NONE.withWordCounts(counts);
        assertEquals("100", Column.Fact.WORDS.cell(batch, with.getFirst(), context).text());
        assertEquals(Cell.EMPTY, Column.Fact.WORDS.cell(batch, with.get(2), context));
        assertEquals(Cell.EMPTY, Column.Fact.WORDS.cell(batch, with.getFirst()));
        Order order = Order.ROSTER.first(Column.Fact.WORDS, false);
        assertEquals(with.getLast(), order.of(batch, batch.submissions(), context).getFirst());
        Context again = context.withAgain(Set.of(with.get(1).student().key()));
        assertEquals(1, new Census(batch, again).count(Condition.LOOK_AGAIN));
        assertTrue(Condition.LOOK_AGAIN.holds(batch, with.get(1), again));
    }
}

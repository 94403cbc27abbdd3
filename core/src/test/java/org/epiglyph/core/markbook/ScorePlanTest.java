package org.epiglyph.core.markbook;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** Scores pasted and filled into the mark book. */
class ScorePlanTest {
    private static final List<Column> CRITERIA = List.of(new Column.OfCriterion("c1"), new Column.OfCriterion("c2"),
            new Column.OfCriterion("c3"));
    private static final List<String> TYPED = List.of("", "0", "3", "6,5", "n", "x", "a", "sound", "99", "?", "0.3");

    @Property(tries = 80)
    void pastingCopiedScoresChangesNothing(@ForAll long seed, @ForAll @IntRange(max = 25) int size) {
        Batch batch = Classes.of(seed, size);
        ScorePlan plan = new Pasted(copied(batch, CRITERIA)).plan(batch, batch.students(), CRITERIA);
        assertEquals(List.of(), plan.changes());
        assertEquals(List.of(), plan.refused());
        assertEquals(Optional.empty(), plan.edit());
    }

    @Property(tries = 80)
    void matchesNamedRowsInAnyOrder(@ForAll long seed, @ForAll @IntRange(min = 1, max = 25) int size) {
        Batch batch = Classes.of(seed, size);
        List<List<String>> rows = copied(batch, List.of(Column.Fact.KEY, CRITERIA.get(0), CRITERIA.get(1)));
        List<List<String>> shuffled = new ArrayList<>(rows);
        Collections.shuffle(shuffled, new Random(seed));
        shuffled.addFirst(List.of("Student", "Method", "Units"));
        ScorePlan plan = new Pasted(shuffled).plan(batch, List.of(), List.of());
        assertEquals(List.of(), plan.changes());
        assertEquals(List.of(), plan.refused());
        assertEquals(size * 2, plan.places().size());
    }

    @Property(tries = 120)
    void theOutcomeMatchesThePreviewAndUndoRestores(@ForAll long seed,
            @ForAll @IntRange(min = 1, max = 25) int size) {
        Batch batch = Classes.of(seed, size);
        Random chance = new Random(seed);
        List<List<String>> rows = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            rows.add(CRITERIA.stream().map(_ -> TYPED.get(chance.nextInt(TYPED.size()))).toList());
        }
        ScorePlan plan = new Pasted(rows).plan(batch, batch.students(), CRITERIA);
        assertEquals(size * 3, plan.places().size());
        Optional<Edit> edit = plan.edit();
        if (edit.isEmpty()) {
            assertEquals(List.of(), plan.changes());
            return;
        }
        Batch after = batch.apply(edit.get());
        for (ScorePlan.Taken taken : plan.changes()) {
            assertEquals(taken.to(),
                    after.submission(taken.student()).scores().judgement(taken.criterion().id()));
            assertTrue(!batch.submission(taken.student()).sealed(), "a sealed row is guarded");
        }
        Batch back = after.apply(batch.inverse(edit.get()));
        for (Submission submission : batch.submissions()) {
            for (Column column : CRITERIA) {
                assertEquals(column.cell(batch, submission),
                        column.cell(back, back.submission(submission.student().key())));
            }
        }
    }

    @Test
    void explainsEachRefusedCell() {
        Batch open = unscored(3);
        StudentKey first = open.students().getFirst();
        ScorePlan plan = new Pasted(List.of(List.of("9", "2", "b", "7")))
                .plan(open, List.of(first), List.of(CRITERIA.get(0), Column.Fact.RESULT, CRITERIA.get(2)));
        assertEquals(List.of("9 is above the maximum of 'Method'. Enter 0 to 8.",
                "This column is computed. Scores go into the columns of criteria.",
                "This is outside the mark book. Start further up, or further left."),
                plan.refused().stream().map(ScorePlan.Refused::why).map(Message::text).toList());
        assertEquals("l2", plan.changes().getFirst().to().level());
    }

    @Test
    void refusesAnAmbiguousNameOnly() {
        Batch batch = unscored(3);
        for (String key : List.of("K-1", "K-2")) {
            batch = batch.apply(new Edit.Enrol(
                    new Student(new StudentKey(key), "Lin", "Sato", "A")));
        }
        ScorePlan plan = new Pasted(List.of(List.of("Lin Sato", "1"), List.of("Given1 Family1", "2"),
                List.of("Family2, Given2", "3"), List.of("K-1", "4"), List.of("Nobody", "4"), List.of("k-1", "5")))
                .plan(batch, List.of(), List.of(CRITERIA.get(1)));
        assertEquals(
                List.of("Several students have this name. Give their keys instead.",
                        "The class has nobody of this name or key. Check how it is written.",
                        "It already has a score. Keep one of the two."),
                plan.refused().stream().map(ScorePlan.Refused::why).map(Message::text).toList());
        assertEquals(List.of("K-101", "K-102", "K-1"), plan.changes().stream().map(t -> t.student().value()).toList());
    }

    @Test
    void fillsDownFromTheFirst() {
        Batch batch = Classes.of(11, 8);
        List<StudentKey> open = batch.submissions()
                .stream()
                .filter(s -> !s.sealed())
                .map(s -> s.student().key())
                .toList();
        Batch scored = batch.apply(new Edit.SetScore(open.getFirst(), "c1", Optional.of(Classes.number("3.5"))));
        Batch after = scored.apply(ScorePlan.fill(scored, open, CRITERIA.getFirst()).edit().orElseThrow());
        assertEquals(Set.of("3.5"), Set.copyOf(
                open.stream().map(s -> CRITERIA.getFirst().cell(after, after.submission(s)).text()).toList()));
    }

    /** A class in which nobody has a score. */
    private static Batch unscored(int size) {
        Batch batch = Classes.of(5, size);
        for (StudentKey student : batch.students()) {
            batch = batch.submission(student).sealed() ? batch.apply(new Edit.OpenAgain(student)) : batch;
            for (String criterion : List.of("c1", "c2", "c3")) {
                batch = batch.apply(new Edit.SetScore(student, criterion, Optional.empty()));
            }
        }
        return batch;
    }

    private static List<List<String>> copied(Batch batch, List<Column> columns) {
        return batch.submissions()
                .stream()
                .map(s -> columns.stream().map(c -> c.cell(batch, s).text()).toList())
                .toList();
    }

    @Test
    void typesIntoOneCell() {
        Batch batch = Classes.of(7, 3)
                .apply(new Edit.Enrol(
                        new Student(new StudentKey("new"), "", "New", "A")));
        ScorePlan plan = ScorePlan.typed(batch, new StudentKey("new"), CRITERIA.getFirst(), "6.5");
        assertEquals(1, plan.changes().size());
        assertEquals(new StudentKey("new"), plan.changes().getFirst().student());
        assertEquals(Optional.of(Classes.number("6.5")), plan.changes().getFirst().to().points());
        assertEquals(1, ScorePlan.typed(batch, new StudentKey("new"), CRITERIA.getFirst(), "99").refused().size());
    }

    @Test
    void ignoresBlankLinesAndRefusesExtraCells() {
        Batch batch = Classes.of(7, 0);
        for (int i = 0; i < 3; i++) {
            batch = batch.apply(new Edit.Enrol(
                    new Student(new StudentKey("new" + i), "", "New" + i, "A")));
        }
        List<List<String>> rows = List.of(List.of("", " "), List.of(), List.of("", "", "", "4"));
        ScorePlan plan = new Pasted(rows).plan(batch, batch.students(), CRITERIA);
        assertEquals(List.of(), plan.changes());
        assertEquals(List.of("4"), plan.refused().stream().map(ScorePlan.Refused::typed).toList());
        ScorePlan below = new Pasted(List.of(List.of("1"), List.of("1"), List.of("1"), List.of("1"), List.of(" ")))
                .plan(batch, batch.students(), CRITERIA);
        assertEquals(List.of("1"), below.refused()
                .stream()
                .filter(r -> r.where().equals(below.refused().getLast().where()))
                .map(ScorePlan.Refused::typed)
                .toList(), "the fourth row has no student");
    }

    @Test
    void usesNamesOnlyIfMostRowsHaveOne() {
        Batch batch = Classes.of(7, 4);
        String key = batch.students().getFirst().value();
        String other = batch.students().get(1).value();
        ScorePlan half = new Pasted(List.of(List.of(key, "1"), List.of("nobody", "2"))).plan(batch, batch.students(),
                CRITERIA);
        assertEquals(2, half.refused().stream().filter(r -> List.of(key, "nobody").contains(r.typed())).count(),
                "half of the rows: the first column is a column of scores");
        ScorePlan most = new Pasted(List.of(List.of(key, "1"), List.of("nobody", "2"), List.of(other, "3"),
                List.of("", "4"))).plan(batch, batch.students(), CRITERIA);
        assertEquals(List.of("nobody", ""), most.refused().stream().map(ScorePlan.Refused::where).toList());
    }
}

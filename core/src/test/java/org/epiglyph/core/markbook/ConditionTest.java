package org.epiglyph.core.markbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.batch.Batches.with;
import static org.epiglyph.core.markbook.Classes.number;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Standing;
import org.junit.jupiter.api.Test;

/** Which conditions a submission meets, step by step, and the numbers beside them. */
class ConditionTest {
    private static Set<Condition> met(Batch batch) {
        return Arrays.stream(Condition.values())
                .filter(c -> c.holds(batch, batch.submission(Batches.ADA), Context.NONE))
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Condition.class)));
    }

    private static Edit score(String criterion, String points) {
        return new Edit.SetScore(Batches.ADA, criterion, Optional.of(number(points)));
    }

    @Test
    void followsAStudentFromTheFirstScoreToAnAnswer() {
        Batch batch = Batches.three();
        assertThat(met(batch)).containsExactly(Condition.NOT_SCORED);
        Batch scored = with(batch, score("c1", "6"), score("c2", "1"));
        assertThat(met(scored)).containsExactly(Condition.NOT_SEALED);
        Batch sealed = with(scored, new Edit.Seal(Batches.ADA));
        assertThat(met(sealed)).containsExactly(Condition.HELD);
        Batch back = with(sealed, new Edit.RecordReceipt(Batches.ADA,
                Optional.of(new Receipt("r", Instant.EPOCH, "d", "v"))));
        assertThat(met(back)).containsExactlyInAnyOrder(Condition.HANDED_BACK, Condition.NOT_OPENED);
        Batch answered = with(back, new Edit.LearnOpened(Batches.ADA, Instant.EPOCH),
                new Edit.ReceiveAnswer(Batches.ADA,
                        new Answer("a", Optional.empty(), "Why?", Instant.EPOCH, "", false)));
        assertThat(met(answered)).containsExactlyInAnyOrder(Condition.HANDED_BACK, Condition.ANSWERED);
        assertThat(met(with(answered, new Edit.Reply(Batches.ADA, "a", "Since."))))
                .containsExactly(Condition.HANDED_BACK);
    }

    @Test
    void selectsMissingExcusedModeratedAndPrivateWork() {
        Batch batch = Batches.three();
        Submission none = batch.submission(Batches.CARYS);
        assertThat(Condition.NOTHING_RECEIVED.holds(batch, none, Context.NONE)).isTrue();
        Batch excused = with(batch, new Edit.SetStanding(Batches.CARYS, "c1", Optional.of(Standing.EXCUSED)),
                new Edit.SetStanding(Batches.CARYS, "c2", Optional.of(Standing.EXCUSED)));
        assertThat(Condition.NOTHING_RECEIVED.holds(excused, excused.submission(Batches.CARYS), Context.NONE))
                .as("nothing is expected")
                .isFalse();
        assertThat(Condition.EXCUSED.holds(excused, excused.submission(Batches.CARYS), Context.NONE)).isTrue();
        assertThat(met(with(batch, new Edit.Moderate(Batches.ADA, Optional.of(new Moderation(number("1"), ""))))))
                .containsExactlyInAnyOrder(Condition.NOT_SCORED, Condition.MODERATED);
        assertThat(met(with(batch, new Edit.WritePrivately(Batches.ADA, "ask"))))
                .containsExactlyInAnyOrder(Condition.NOT_SCORED, Condition.PRIVATE_NOTE);
        assertThat(met(with(batch, new Edit.WritePrivately(Batches.ADA, " ")))).containsExactly(Condition.NOT_SCORED);
    }

    @Test
    void selectsNewerHandInsAndLateOnes() {
        HandIn late = new HandIn(2, Optional.of(Instant.parse("2026-03-14T18:00:00Z")), "",
                List.of(new Document("d9", "d9.pdf", "0".repeat(64), 9, new Pages.Ready(1, ""), "")));
        Batch batch = with(Batches.three(), new Edit.ReceiveHandIn(Batches.ADA, late));
        assertThat(met(batch)).containsExactlyInAnyOrder(Condition.NOT_SCORED, Condition.LATE);
        assertThat(met(with(batch, new Edit.LetCount(Batches.ADA, Optional.of(1)))))
                .containsExactlyInAnyOrder(Condition.NOT_SCORED, Condition.NEWER_HAND_IN);
    }

    @Property(tries = 40)
    void incrementalCountsEqualFreshOnes(@ForAll long seed,
            @ForAll @IntRange(min = 1, max = 20) int size) {
        Batch batch = Classes.of(seed, size);
        Census census = new Census(batch, Context.NONE);
        Random chance = new Random(seed);
        for (int round = 0; round < 12; round++) {
            StudentKey student = batch.students().get(chance.nextInt(batch.students().size()));
            Batch after = switch (chance.nextInt(3)) {
                case 0 -> batch.apply(new Edit.Enrol(
                        new Student(new StudentKey("new" + round), "New", "Student" + round, "A")));
                case 1 -> batch.apply(new Edit.WritePrivately(student, chance.nextBoolean() ? "ask" : ""));
                default -> batch.apply(batch.submission(student).sealed()
                        ? new Edit.OpenAgain(student)
                        : new Edit.SetScore(student, "c1", Optional.of(number("" + chance.nextInt(8)))));
            };
            boolean everybody = chance.nextInt(4) == 0;
            census.changed(everybody ? Optional.empty() : Optional.of(Set.of(student)), after);
            batch = after;
            Census fresh = new Census(batch, Context.NONE);
            for (Condition condition : Condition.values()) {
                assertEquals(fresh.count(condition), census.count(condition), condition.name());
            }
        }
    }

    @Test
    void aSavedListIsASelectionInAnOrder() {
        Batch batch = Classes.of(7, 30);
        SavedList list = new SavedList("Late, best first", Selection.EVERYBODY.withConditions(Set.of(Condition.LATE)),
                new Order(List.of(new Order.By(Column.Fact.TOTAL, true))));
        List<Submission> on = list.in(batch, Context.NONE);
        assertThat(on).isNotEmpty().allMatch(s -> batch.lateness(s).isPresent());
        assertThat(on.stream().map(s -> s.scores().isEmpty() ? number("-1") : s.scores().total(batch.scheme())))
                .isSortedAccordingTo((a, b) -> b.compareTo(a));
        assertThat(on).hasSize((int) batch.submissions().stream().filter(s -> batch.lateness(s).isPresent()).count());
    }

    @Test
    void aSeededRandomOrderIsARepeatablePermutation() {
        Batch batch = Classes.of(7, 40);
        List<StudentKey> first = drawn(batch, 1);
        assertThat(first).isEqualTo(drawn(batch, 1)).isNotEqualTo(drawn(batch, 2)).isNotEqualTo(batch.students());
        assertThat(new HashSet<>(first)).isEqualTo(new HashSet<>(batch.students()));
        Batch more = batch.apply(new Edit.Enrol(new Student(new StudentKey("Z"), "", "Late", "A")));
        assertThat(drawn(more, 1).stream().filter(s -> !s.value().equals("Z")))
                .as("who joins later changes nobody else's place")
                .isEqualTo(first);
    }

    private static List<StudentKey> drawn(Batch batch, long seed) {
        return new Order(List.of(new Order.By(new Column.Drawn(seed), false)))
                .of(batch, batch.submissions(), Context.NONE)
                .stream()
                .map(s -> s.student().key())
                .toList();
    }

    @Test
    void sortsGradesByScaleAndBlanksLast() {
        Batch batch = Classes.of(11, 60);
        List<Cell> grades = new Order(List.of(new Order.By(Column.Fact.GRADE, true)))
                .of(batch, batch.submissions(), Context.NONE)
                .stream()
                .map(s -> Column.Fact.GRADE.cell(batch, s))
                .toList();
        List<String> scale = batch.scheme()
                .rules()
                .grades()
                .orElseThrow()
                .boundaries()
                .stream()
                .map(b -> b.grade())
                .toList();
        List<String> shown = grades.stream().map(Cell::text).filter(t -> !t.isEmpty()).toList();
        assertThat(shown).hasSizeGreaterThan(3)
                .isSortedAccordingTo((a, b) -> Integer.compare(scale.indexOf(a), scale.indexOf(b)));
        assertThat(grades.subList(shown.size(), grades.size())).containsOnly(Cell.EMPTY);
        List<Cell> cells = List.of(Cell.EMPTY, Cell.text("b"), Cell.ranked("z", 1), Cell.text("A"),
                Cell.ranked("y", 2), new Cell("", Optional.of(number("9")), true));
        assertThat(cells.stream().sorted(Cell.order(false)).map(Cell::text)).containsExactly("z", "y", "A", "b", "",
                "");
        assertThat(cells.stream().sorted(Cell.order(true)).map(Cell::text)).containsExactly("y", "z", "b", "A", "", "");
    }

    @Test
    void countsWordsOfAllDocumentsWithPages() {
        Submission bao = Batches.three().submission(Batches.BAO);
        Context context = Context.NONE.withWordCounts(Map.of("d2", 100, "d3", 20));
        assertThat(context.wordCount(bao)).hasValue(120);
        assertThat(Context.NONE.withWordCounts(Map.of("d2", 100)).wordCount(bao)).isEmpty();
        assertThat(context.wordCount(Batches.three().submission(Batches.CARYS))).isEmpty();
        Batch unread = Batches.three().apply(new Edit.MakePages(Batches.BAO, "d3", new Pages.None()));
        assertThat(Context.NONE.withWordCounts(Map.of("d2", 100)).wordCount(unread.submission(Batches.BAO)))
                .hasValue(100);
    }

    @Test
    void aColumnsMaximumIsThatOfItsScores() {
        Batch batch = Classes.of(1, 1);
        assertThat(new Column.OfCriterion("c1").maximum(batch)).hasValue(number("8"));
        assertThat(new Column.OfCriterion("gone").maximum(batch)).isEmpty();
        assertThat(Column.Fact.TOTAL.maximum(batch).map(m -> m.stripTrailingZeros())).hasValue(number("22"));
        assertThat(Column.Fact.RESULT.maximum(batch)).hasValue(number("22"));
        assertThat(Column.Fact.PERCENT.maximum(batch)).hasValue(number("100"));
        assertThat(Column.Fact.PAGES.maximum(batch)).isEmpty();
        assertThat(new Column.Drawn(1).maximum(batch)).isEmpty();
    }
}

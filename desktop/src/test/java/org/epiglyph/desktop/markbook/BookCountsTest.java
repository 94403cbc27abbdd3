package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.ZoneId;
import java.util.ArrayDeque;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.stream.IntStream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Condition;
import org.epiglyph.core.markbook.Context;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.junit.jupiter.api.Test;

/** Counts over a class: at once for a small one, in the background and never out of date for a large one. */
class BookCountsTest {
    private static final Column SCORE = new Column.OfCriterion("c1");
    private final Queue<Runnable> away = new ArrayDeque<>();
    private final Queue<Runnable> back = new ArrayDeque<>();
    private Batch batch;
    private int arrivals;

    private BookCounts of(int students) {
        batch = Batch.collected(new Task("t", "", "Class", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                IntStream.range(0, students)
                        .mapToObj(i -> Submission.untouched(new Student(key(i), "G", "F" + i, ""), List.of()))
                        .toList());
        List<StudentKey> rows = batch.students();
        List<Column> columns = List.of(SCORE);
        BookCounts counts = new BookCounts(new SerialExecutor(away::add, back::add),
                () -> new BookCounts.Of(batch, rows, columns, Context.NONE), () -> arrivals++);
        counts.recompute();
        return counts;
    }

    private static StudentKey key(int number) {
        return new StudentKey("K-" + number);
    }

    private void score(BookCounts counts, int student) {
        Edit edit = new Edit.SetScore(key(student), "c1", Optional.of(BigDecimal.valueOf(student % 11)));
        Batch before = batch;
        batch = batch.apply(edit);
        counts.follow(before, batch, Set.of(key(student)));
    }

    private static void run(Queue<Runnable> queue) {
        for (Runnable next = queue.poll(); next != null; next = queue.poll()) {
            next.run();
        }
    }

    @Test
    void countsASmallClassAtOnce() {
        BookCounts counts = of(30);
        assertThat(counts.count(Condition.NOT_SCORED)).contains(30);
        score(counts, 3);
        assertThat(counts.count(Condition.NOT_SCORED)).contains(29);
        assertThat(counts.foot().orElseThrow().tally(SCORE).count()).isEqualTo(1);
        assertThat(away).isEmpty();
    }

    @Test
    void countsALargeClassInTheBackgroundAndThenIncrementally() {
        BookCounts counts = of(2_000);
        assertThat(counts.count(Condition.NOT_SCORED)).isEmpty();
        assertThat(counts.foot()).isEmpty();
        run(away);
        run(back);
        assertThat(counts.count(Condition.NOT_SCORED)).contains(2_000);
        assertThat(arrivals).isEqualTo(1);
        score(counts, 7);
        assertThat(counts.count(Condition.NOT_SCORED)).contains(1_999);
    }

    @Test
    void recountsAnOutdatedState() {
        BookCounts counts = of(2_000);
        run(away);
        score(counts, 7); // before the figures are computed
        run(back);
        assertThat(counts.count(Condition.NOT_SCORED)).isEmpty();
        assertThat(arrivals).isZero();
        run(away);
        run(back);
        assertThat(counts.count(Condition.NOT_SCORED)).contains(1_999);
        assertThat(counts.foot().orElseThrow().tally(SCORE).count()).isEqualTo(1);
    }
}

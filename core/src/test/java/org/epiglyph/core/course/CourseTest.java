package org.epiglyph.core.course;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** Several batches of a course together. */
class CourseTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BEN = new StudentKey("K-2");
    private static final StudentKey LATER = new StudentKey("K-3");

    /** Two criteria, out of 20 in total. */
    private static Batch batch(String title, int day, List<StudentKey> students, String... names) {
        List<Criterion> criteria = java.util.stream.IntStream.range(0, names.length)
                .mapToObj(i -> new Criterion("c" + i, names[i], "", BigDecimal.TEN, new BigDecimal("0.5")))
                .toList();
        return Batch.collected(
                new Task(title, "Tides", title, "", Optional.of(Instant.EPOCH.plusSeconds(86_400L * day)),
                        ZoneId.of("UTC"), BigDecimal.valueOf(20)),
                new MarkScheme(criteria), Phrasebook.EMPTY,
                students.stream()
                        .map(s -> Submission.untouched(
                                new Student(s, "G", "F", s.equals(BEN) ? "B" : "A"), List.of()))
                        .toList());
    }

    private static Batch scored(Batch batch, StudentKey student, int... points) {
        Batch after = batch;
        for (int i = 0; i < points.length; i++) {
            after = after.apply(new Edit.SetScore(student, "c" + i, Optional.of(BigDecimal.valueOf(points[i]))));
        }
        return after;
    }

    private static Course.Part part(Batch batch, String weight) {
        return new Course.Part(batch, new BigDecimal(weight));
    }

    private static Course course() {
        Batch first = scored(scored(batch("First", 1, List.of(ADA, BEN), "Method", "Units"), ADA, 5, 5), BEN, 9, 10);
        Batch second = scored(batch("Second", 9, List.of(BEN, ADA, LATER), " method", "Plot"), ADA, 8, 8);
        return new Course(List.of(part(second, "3"), part(first, "1")));
    }

    @Test
    void weightsKnownResultsOnly() {
        Course course = course();
        assertThat(course.parts()).extracting(p -> p.batch().task().title()).containsExactly("First", "Second");
        assertThat(course.average(ADA)).contains(new BigDecimal("72.5")); // (50 + 3 * 80) / 4
        assertThat(course.average(BEN)).contains(new BigDecimal("95.0"));
        assertThat(course.average(LATER)).isEmpty();
        assertThat(course.average(new StudentKey("nobody"))).isEmpty();
        assertThat(course.mean(course.students())).contains(new BigDecimal("83.8"));
        assertThat(course.mean(course.section("A"))).contains(new BigDecimal("72.5"));
        assertThat(Course.mean(course.parts().getFirst(), course.students())).contains(new BigDecimal("72.5"));
        assertThat(course.students()).containsExactly(ADA, BEN, LATER);
    }

    @Test
    void excusedStudentsHaveNoResult() {
        Batch excused = batch("Third", 20, List.of(ADA), "Method");
        Batch after = excused.apply(new Edit.SetStanding(ADA, "c0", Optional.of(Standing.EXCUSED)));
        assertThat(part(after, "1").percent(ADA)).isEmpty();
        assertThat(new Course(List.of(part(scored(excused, ADA, 10), "0"))).average(ADA)).as("no weight").isEmpty();
        assertThatThrownBy(() -> part(after, "-1")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void followsCriteriaOfEqualNamesAcrossBatches() {
        assertThat(course().recurring(ADA)).containsExactly(new Course.Recurring("Method",
                Map.of(0, new BigDecimal("50.0"), 1, new BigDecimal("80.0"))));
        assertThat(course().recurring(BEN)).containsExactly(
                new Course.Recurring("Method", Map.of(0, new BigDecimal("90.0"))));
        assertThat(course().recurring(LATER)).isEmpty();
    }

    @Property(tries = 50)
    void equalWeightsGiveThePlainMeanAndOnlyProportionsCount(@ForAll @IntRange(max = 10) int one,
            @ForAll @IntRange(max = 10) int other, @ForAll @IntRange(min = 1, max = 9) int weight) {
        Batch first = scored(batch("First", 1, List.of(ADA), "Method"), ADA, one);
        Batch second = scored(batch("Second", 2, List.of(ADA), "Method"), ADA, other);
        String w = String.valueOf(weight);
        BigDecimal mean = BigDecimal.valueOf((one + other) * 5L).setScale(1);
        assertThat(new Course(List.of(part(first, w), part(second, w))).average(ADA)).contains(mean);
        assertThat(new Course(List.of(part(first, "1"), part(second, "2"))).average(ADA))
                .isEqualTo(new Course(List.of(part(first, w), part(second, String.valueOf(2 * weight)))).average(ADA));
    }

    @Test
    void anUpdatedBatchReplacesTheOldOneWithItsWeight() {
        Course course = course();
        Batch before = course.parts().getLast().batch();
        Course now = course.with(before, scored(before, LATER, 10, 10));
        assertThat(now.average(LATER)).contains(new BigDecimal("100.0"));
        assertThat(now.parts().getLast().weight()).isEqualTo(new BigDecimal("3"));
        assertThat(now.parts().getFirst()).isSameAs(course.parts().getFirst());
    }

    @Test
    void sortsByDueTimeThenTitleWithUndatedLast() {
        Batch open = batch("A", 1, List.of(ADA), "Method");
        open = open.apply(new Edit.ChangeTask(
                open.task().withTimes(Optional.empty(), open.task().grace(), open.task().extensions())));
        assertThat(new Course(List.of(part(open, "1"), part(batch("C", 2, List.of(ADA), "Method"), "1"),
                part(batch("B", 2, List.of(ADA), "Method"), "1"))).parts())
                .extracting(p -> p.batch().task().title())
                .containsExactly("B", "C", "A");
    }

    @Test
    void followsTheFirstOfTwoEqualNames() {
        Batch twice = scored(batch("First", 1, List.of(ADA), "Method", "method "), ADA, 2, 9);
        Batch once = scored(batch("Second", 2, List.of(ADA), "Method"), ADA, 5);
        assertThat(new Course(List.of(part(twice, "1"), part(once, "1"))).recurring(ADA)).containsExactly(
                new Course.Recurring("Method", Map.of(0, new BigDecimal("20.0"), 1, new BigDecimal("50.0"))));
    }
}

package org.epiglyph.figures;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import org.epiglyph.core.batch.Work;
import org.epiglyph.core.roster.StudentKey;

/**
 * How the marking progressed, from the history.
 *
 * @param inOrder results in the order in which they were given
 * @param trend   in that order
 * @param evening results given late in the evening or at night, compared with the others
 * @param changed results given after the last change of the mark scheme, compared with those before
 * @param pace    how long one submission takes; empty if the history does not tell
 */
public record Marking(Sample inOrder, Optional<Trend> trend, Optional<Contrast> evening, Optional<Contrast> changed,
        Optional<Duration> pace) {
    /** From when an evening is late, and until when it is night. */
    static final LocalTime EVENING = LocalTime.of(21, 0);
    static final LocalTime MORNING = LocalTime.of(5, 0);

    /**
     * @param known students whose results are known
     * @param value a student's result
     * @param zone  the marker's time zone
     */
    static Marking of(Work work, Set<StudentKey> known, ToDoubleFunction<StudentKey> value, ZoneId zone) {
        List<StudentKey> judged = work.judged().keySet().stream().filter(known::contains).toList();
        Sample inOrder = sample(judged, value);
        return new Marking(inOrder, Trend.of(inOrder.values()),
                contrast(judged, value, s -> isLate(work.judged().get(s), zone)), work.schemeChanged()
                        .flatMap(at -> contrast(judged, value, s -> work.judged().get(s).isAfter(at))),
                work.pace());
    }

    private static Sample sample(List<StudentKey> students, ToDoubleFunction<StudentKey> value) {
        return new Sample(students.stream().mapToDouble(value).toArray());
    }

    private static Optional<Contrast> contrast(List<StudentKey> students, ToDoubleFunction<StudentKey> value,
            Predicate<StudentKey> second) {
        return Contrast.of(sample(students.stream().filter(second.negate()).toList(), value),
                sample(students.stream().filter(second).toList(), value));
    }

    private static boolean isLate(Instant at, ZoneId zone) {
        LocalTime time = LocalTime.ofInstant(at, zone);
        return !time.isBefore(EVENING) || time.isBefore(MORNING);
    }
}

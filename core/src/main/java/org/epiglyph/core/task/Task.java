package org.epiglyph.core.task;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.roster.StudentKey;

/**
 * The task as it was set.
 *
 * @param id           the record system's id; empty if the batch came from files
 * @param module       the course or module
 * @param title        never blank
 * @param instructions what the students were asked to do; may be empty
 * @param due          when it was due, if known
 * @param zone         the zone in which times are shown
 * @param maximum      the highest result that the record accepts, above 0
 * @param grace        how long after the due time a hand-in still counts as in time; not negative
 * @param extensions   due times of individual students; each replaces the task's
 */
public record Task(String id, String module, String title, String instructions, Optional<Instant> due, ZoneId zone,
        BigDecimal maximum, Duration grace, Map<StudentKey, Instant> extensions) {
    public Task {
        if (title.isBlank() || maximum.signum() <= 0) {
            throw new InvalidValue(Message.of(Task.class, "badMaximum", maximum));
        }
        grace = Objects.requireNonNullElse(grace, Duration.ZERO); // batches of the first version have none
        extensions = extensions == null ? Map.of() : Map.copyOf(extensions);
        if (grace.isNegative()) {
            throw new InvalidValue(Message.of(Task.class, "badGrace", grace));
        }
    }

    /** A task without grace and extensions. */
    public Task(String id, String module, String title, String instructions, Optional<Instant> due, ZoneId zone,
            BigDecimal maximum) {
        this(id, module, title, instructions, due, zone, maximum, Duration.ZERO, Map.of());
    }

    /** The task with other times. */
    public Task withTimes(Optional<Instant> otherDue, Duration otherGrace, Map<StudentKey, Instant> otherExtensions) {
        return new Task(id, module, title, instructions, otherDue, zone, maximum, otherGrace, otherExtensions);
    }

    /** The task in a course. */
    public Task withModule(String other) {
        return new Task(id, other, title, instructions, due, zone, maximum, grace, extensions);
    }

    /** When it was due for a student: their extension, else the task's due time. */
    public Optional<Instant> due(StudentKey student) {
        return Optional.ofNullable(extensions.get(student)).or(() -> due);
    }

    /** How a student's hand-in compares with the student's due time, if that is known. */
    public Optional<Lateness> lateness(StudentKey student, Instant handedIn) {
        return due(student).map(d -> Lateness.between(d, grace, handedIn));
    }
}

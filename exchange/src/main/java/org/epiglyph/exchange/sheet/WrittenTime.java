package org.epiglyph.exchange.sheet;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Optional;

/** Parses times as people and programs write them: ISO 8601 with or without offset, or day.month.year. */
public final class WrittenTime {
    private static final DateTimeFormatter DOTTED = DateTimeFormatter.ofPattern("d.M.yyyy[ H:mm[:ss]]");

    private WrittenTime() {}

    /**
     * Parses a time.
     *
     * @param zone the zone of a time without one; when clocks change, a time that does not exist is moved forward by
     *             the gap, and of a time that occurs twice the first is used (as {@link LocalDateTime#atZone} does)
     * @return empty if it is not a time; a date alone means its end, 23:59
     */
    public static Optional<Instant> read(String written, ZoneId zone) {
        String text = written.strip();
        if (text.isEmpty()) {
            return Optional.empty();
        }
        try {
            return Optional.of(OffsetDateTime.parse(text).toInstant());
        } catch (DateTimeException e) {
            return local(text).map(t -> t.atZone(zone).toInstant());
        }
    }

    private static Optional<LocalDateTime> local(String text) {
        try {
            if (text.matches("\\d{4}-\\d\\d-\\d\\d")) {
                return Optional.of(LocalDate.parse(text).atTime(LocalTime.of(23, 59)));
            }
            if (text.matches("\\d{4}-.*")) {
                return Optional.of(LocalDateTime.parse(text.replaceFirst("\\s+", "T")));
            }
            var dotted = DOTTED.parseBest(text, LocalDateTime::from, LocalDate::from);
            return Optional.of(dotted instanceof LocalDateTime time ? time : ((LocalDate) dotted).atTime(23, 59));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }
}

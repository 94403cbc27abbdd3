package org.epiglyph.core.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LatenessTest {
    private static final Instant DUE = Instant.parse("2026-03-13T18:00:00Z");

    @ParameterizedTest
    @CsvSource({"2026-03-13T18:07:00Z, 7 min late", "2026-03-13T18:00:01Z, 1 min late",
            "2026-03-15T21:00:00Z, 2 days 3 h late", "2026-03-13T20:05:00Z, 2 h 5 min late",
            "2026-03-14T18:30:00Z, 1 day late", "2026-03-13T17:59:30Z, just in time",
            "2026-03-13T13:00:00Z, 5 h early", "2026-03-13T18:00:00Z, just in time",
            "2026-03-12T17:00:00Z, 1 day 1 h early"})
    void isDescribedInDaysHoursAndMinutes(Instant handedIn, String text) {
        assertThat(Lateness.between(DUE, Duration.ZERO, handedIn).describe()).isEqualTo(text);
    }

    /** IANA zone data: in London the clocks go from 01:00 to 02:00 on 29 March 2026. */
    @Test
    void skipsTheMissingHourOfAClockChange() {
        ZoneId london = ZoneId.of("Europe/London");
        Instant due = ZonedDateTime.of(2026, 3, 29, 0, 30, 0, 0, london).toInstant();
        Instant handedIn = ZonedDateTime.of(2026, 3, 29, 2, 30, 0, 0, london).toInstant();
        assertThat(Lateness.between(due, Duration.ZERO, handedIn).describe()).isEqualTo("1 h late");
    }

    /** IANA zone data: in London the hour from 01:00 to 02:00 occurs twice on 25 October 2026. */
    @Test
    void countsTheRepeatedHourOfAClockChange() {
        ZoneId london = ZoneId.of("Europe/London");
        Instant due = ZonedDateTime.of(2026, 10, 25, 0, 30, 0, 0, london).toInstant();
        Instant handedIn = ZonedDateTime.of(2026, 10, 25, 2, 30, 0, 0, london).toInstant();
        assertThat(Lateness.between(due, Duration.ZERO, handedIn).describe()).isEqualTo("3 h late");
    }

    @Test
    void nothingIsLateWithinTheGraceAndThenCountsFromTheDueTime() {
        Duration grace = Duration.ofMinutes(10);
        assertThat(Lateness.between(DUE, grace, DUE.plusSeconds(600)).isLate()).isFalse();
        assertThat(Lateness.between(DUE, grace, DUE.plusSeconds(600)).describe()).isEqualTo("10 min into the grace");
        assertThat(Lateness.between(DUE, grace, DUE.plusSeconds(601)).describe()).isEqualTo("11 min late");
    }
}

package org.epiglyph.core.task;

import static org.assertj.core.api.Assertions.assertThat;

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
            "2026-03-15T21:00:00Z, 2 days 3 h late",
            "2026-03-13T13:00:00Z, 5 h early", "2026-03-13T18:00:00Z, just in time",
            "2026-03-12T17:00:00Z, 1 day 1 h early"})
    void latenessIsSaidInDaysHoursAndMinutes(Instant handedIn, String words) {
        assertThat(Lateness.between(DUE, handedIn).inWords()).isEqualTo(words);
    }

    /** IANA zone data: in London the clocks went from 01:00 to 02:00 on 29 March 2026. */
    @Test
    void inTheNightOfTheClockChangeAnHourIsMissing() {
        ZoneId london = ZoneId.of("Europe/London");
        Instant due = ZonedDateTime.of(2026, 3, 29, 0, 30, 0, 0, london).toInstant();
        Instant handedIn = ZonedDateTime.of(2026, 3, 29, 2, 30, 0, 0, london).toInstant();
        assertThat(Lateness.between(due, handedIn).inWords()).isEqualTo("1 h late");
    }
}

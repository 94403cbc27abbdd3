package org.epiglyph.exchange.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneId;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Roster;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TypedRosterTest {
    private static String words(Roster roster) {
        StringBuilder text = new StringBuilder();
        roster.students()
                .forEach(s -> text.append(s.key() + "|" + s.given() + "|" + s.family() + "|" + s.section() + "\n"));
        return text.toString();
    }

    @Test
    void readsLinesInAnyForm() throws Problem {
        assertThat(words(TypedRoster
                .read("K-1 Example, Ada\nK-2 Bao Example\n\nMahendra\nNguyễn, Cy\nK-5\tRhodri, Dora\tSection B\n")))
                .isEqualTo(
                        "K-1|Ada|Example|\nK-2|Bao|Example|\nMahendra||Mahendra|\nNguyễn, Cy|Cy|Nguyễn|\nK-5|Dora|Rhodri|Section B\n");
    }

    @Test
    void recognisesMailAddressesAnywhere() throws Problem {
        assertThat(TypedRoster
                .read("K-1; Example, Ada; A; ada@example.org\nBao Example\tbao@example.org\ncy@example.org\n")
                .students()).extracting(s -> s.key() + "|" + s.family() + "|" + s.section() + "|" + s.mail())
                .containsExactly("K-1|Example|A|ada@example.org", "Bao Example|Example||bao@example.org",
                        "cy@example.org|cy@example.org||cy@example.org");
        assertThat(TypedRoster.read("key,family name,E-Mail\nK-1,Example,ada@example.org\n").students()).singleElement()
                .satisfies(s -> assertThat(s.mail()).isEqualTo("ada@example.org"));
    }

    @Test
    void readsAPastedTableByItsHeadings() throws Problem {
        assertThat(words(TypedRoster.read("family name\tgiven name\tkey\tsection\nExample\tAda\tK-1\tA\n")))
                .isEqualTo("K-1|Ada|Example|A\n")
                .isEqualTo(words(TypedRoster.read("Key,Given,Family,Section\nK-1,Ada,Example,A\n")));
    }

    @Test
    void namesTheLineOfADuplicateStudent() {
        assertThatThrownBy(() -> TypedRoster.read("Example, Ada\nBao\nExample, Ada\n")).isInstanceOf(Problem.class)
                .hasMessageStartingWith("Line 3: Example, Ada is there twice");
    }

    /** ISO 8601; the clocks of Europe/London go forward on 29 March 2026 and back on 25 October (IANA zone data). */
    @ParameterizedTest
    @CsvSource({"2026-03-13T18:00:00Z, 2026-03-13T18:00:00Z", "2026-03-13T18:00:00+02:00, 2026-03-13T16:00:00Z",
            "2026-06-13 18:00, 2026-06-13T17:00:00Z", "13.3.2026 18:00, 2026-03-13T18:00:00Z",
            "13.6.2026, 2026-06-13T22:59:00Z",
            "2026-06-13, 2026-06-13T22:59:00Z", "2026-03-29 01:30, 2026-03-29T01:30:00Z",
            "2026-10-25 01:30, 2026-10-25T00:30:00Z"})
    void readsTimesInTheTasksZone(String written, String moment) {
        assertThat(WrittenTime.read(written, ZoneId.of("Europe/London"))).hasValue(Instant.parse(moment));
    }

    @ParameterizedTest
    @CsvSource({"soon", "32.1.2026", "2026-13-01", "18:00"})
    void rejectsInvalidTimes(String written) {
        assertThat(WrittenTime.read(written, ZoneId.of("Europe/London"))).isEmpty();
    }
}

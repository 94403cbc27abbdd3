package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Match;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.record.RecordClient.HandedIn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HandInNumberTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final Instant NOON = Instant.parse("2026-03-01T12:00:00Z");

    @ParameterizedTest
    @CsvSource({"K-1_h2_work.pdf, 2", "K-1 h12 work.pdf, 12", "in/h3_x.pdf, 3", "K-1_h2.pdf, 2", "K-1_work.pdf, 1",
            "K-1_hh2_work.pdf, 1",
            "h2/K-1_work.pdf, 1", "K-1_h0_work.pdf, 1", "K-1_h123_work.pdf, 1"})
    void readsTheNumberFromTheName(String path, int number) {
        assertThat(HandInNumber.of(path, Optional.empty())).isEqualTo(number);
    }

    @Test
    void aRuleLocatesTheNumber() {
        Optional<FilingRule> rule = Optional.of(FilingRule.of("r", FilingRule.FILE, "<family> (<hand-in>) <free>"));
        assertThat(HandInNumber.of("Lind (3) work.pdf", rule)).isEqualTo(3);
        assertThat(HandInNumber.of("Lind (0) work.pdf", rule)).as("hand-ins are counted from 1").isEqualTo(1);
    }

    private record File(String path, Optional<Instant> changed) implements ReceivedFile {
        @Override
        public long size() {
            return 1;
        }

        @Override
        public Optional<Message> caution() {
            return Optional.empty();
        }

        @Override
        public InputStream open() {
            return InputStream.nullInputStream();
        }
    }

    private static CollectPlan.Item item(String path, int minutes, Optional<HandedIn> recorded) {
        Optional<Instant> changed = minutes < 0 ? Optional.empty() : Optional.of(NOON.plusSeconds(60L * minutes));
        return new CollectPlan.Item(path, new File(path, changed), Match.certain(ADA, Message.literal("test")),
                recorded,
                HandInNumber.of(path, Optional.empty()), CollectPlan.News.NEW);
    }

    private static String order(CollectPlan.Item... items) {
        StringBuilder order = new StringBuilder();
        HandInNumber.inOrder(List.of(items), i -> i.recorded().map(HandedIn::at))
                .forEach(h -> order.append(h.number()).append(h.items().stream().map(CollectPlan.Item::path).toList()));
        return order.toString();
    }

    @Test
    void archiveTimesOrderFilesUnknownToTheRecord() {
        assertThat(order(item("_h1_a", 30, Optional.empty()), item("_h2_a", 10, Optional.empty())))
                .isEqualTo("1[_h2_a]2[_h1_a]");
        assertThat(order(item("_h1_a", 5, Optional.empty()), item("_h1_b", 90, Optional.empty()),
                item("_h2_a", 60, Optional.empty())))
                .as("the newest file of a hand-in is its time")
                .isEqualTo("1[_h2_a]2[_h1_a, _h1_b]");
    }

    @Test
    void theNumberOrdersFilesWithoutDistinctTimes() {
        assertThat(order(item("_h2_a", 10, Optional.empty()), item("_h1_a", 10, Optional.empty())))
                .isEqualTo("1[_h1_a]2[_h2_a]");
        assertThat(order(item("_h2_a", 10, Optional.empty()), item("_h1_a", -1, Optional.empty())))
                .isEqualTo("1[_h1_a]2[_h2_a]");
    }

    @Test
    void theRecordTakesPrecedenceOverTheArchive() {
        HandedIn first = new HandedIn(ADA, 1, NOON, "first", List.of());
        HandedIn second = new HandedIn(ADA, 2, NOON.plusSeconds(600), "second", List.of());
        assertThat(order(item("x", 90, Optional.of(first)), item("y", 10, Optional.of(second)))).isEqualTo("1[x]2[y]");
        assertThat(HandInNumber.inOrder(List.of(item("y", 0, Optional.of(second))), i -> i.recorded().map(HandedIn::at))
                .getFirst())
                .satisfies(h -> assertThat(h.message()).isEqualTo("second"))
                .satisfies(h -> assertThat(h.at()).hasValue(NOON.plusSeconds(600)));
    }
}

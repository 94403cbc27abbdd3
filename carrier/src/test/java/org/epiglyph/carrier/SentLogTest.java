package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.workspace.BatchFolder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What was being sent is recognised by task and student, also after a truncated line. */
class SentLogTest {
    private static final Destination TASK = Destination.record("http://127.0.0.1:1", "T-1");
    private static final StudentKey ZOE = new StudentKey("Zoë");
    @TempDir
    private Path folder;

    @Test
    void findsEntriesByTaskAndStudent() throws Exception {
        SentLog log = new SentLog(new BatchFolder(folder));
        assertThat(log.digests(TASK, ZOE)).isEmpty();
        log.sending(TASK, ZOE, "aa");
        log.sending(TASK, ZOE, "bb");
        log.sending(TASK, new StudentKey("K-2"), "cc");
        log.sending(Destination.record("http://127.0.0.1:1", "T-2"), ZOE, "dd");
        assertThat(log.digests(TASK, ZOE)).containsExactlyInAnyOrder("aa", "bb");
        assertThat(log.digests(Destination.record("http://127.0.0.1:2", "T-1"), ZOE)).as("the service has moved")
                .containsExactlyInAnyOrder("aa", "bb");
    }

    @Test
    void aTruncatedLineDamagesOnlyItself() throws Exception {
        SentLog log = new SentLog(new BatchFolder(folder));
        log.sending(TASK, ZOE, "aa");
        Path file = folder.resolve("sent.jsonl");
        int first = (int) Files.size(file);
        log.sending(TASK, ZOE, "bb");
        byte[] whole = Files.readAllBytes(file);
        for (int length = first; length < whole.length; length++) {
            Files.write(file, Arrays.copyOf(whole, length));
            SentLog again = new SentLog(new BatchFolder(folder));
            again.sending(TASK, ZOE, "cc");
            assertThat(new SentLog(new BatchFolder(folder)).digests(TASK, ZOE)).as("cut after %d bytes", length)
                    .containsExactlyInAnyOrder("aa", "cc");
        }
    }

    private SentLog read() {
        return new SentLog(new BatchFolder(folder));
    }

    @Test
    void trustsADeliveryUntilAnotherIsUnderway() throws Exception {
        SentLog log = read();
        assertThat(log.has(TASK, ZOE, "aa")).as("a batch that was handed back before there was a list").isTrue();
        log.sending(TASK, ZOE, "aa");
        log.arrived(TASK, ZOE, "aa");
        assertThat(read().has(TASK, ZOE, "aa")).isTrue();
        log.sending(TASK, ZOE, "bb"); // and no response came
        assertThat(log.has(TASK, ZOE, "aa")).isFalse();
        assertThat(read().has(TASK, ZOE, "aa")).isFalse();
        log.sending(TASK, ZOE, "aa"); // and again none
        assertThat(read().has(TASK, ZOE, "aa")).as("it may not have arrived this time").isFalse();
        log.arrived(TASK, ZOE, "aa");
        assertThat(read().has(TASK, ZOE, "aa")).isTrue();
        assertThat(read().has(TASK, ZOE, "bb")).isFalse();
    }

    @Test
    void trustsAnEarlierVersionsLogOnlyForASingleDelivery() throws Exception {
        Path file = folder.resolve("sent.jsonl");
        String line = "\n{\"place\":\"p\",\"task\":\"T-1\",\"student\":\"" + ZOE.value() + "\",\"digest\":\"%s\"}";
        Files.writeString(file, line.formatted("aa"));
        assertThat(read().has(TASK, ZOE, "aa")).isTrue();
        Files.writeString(file, line.formatted("aa") + line.formatted("bb") + line.formatted("aa"));
        assertThat(read().has(TASK, ZOE, "aa")).isFalse();
    }
}

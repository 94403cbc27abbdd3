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

/** What was on its way is known again, by task and student, also after a line that was cut off. */
class SentLogTest {
    private static final Destination TASK = Destination.record("http://127.0.0.1:1", "T-1");
    private static final StudentKey ZOE = new StudentKey("Zoë");
    @TempDir
    private Path folder;

    @Test
    void whatWasSentIsKnownByTaskAndStudent() throws Exception {
        SentLog log = new SentLog(new BatchFolder(folder));
        assertThat(log.digests(TASK, ZOE)).isEmpty();
        log.add(TASK, ZOE, "aa");
        log.add(TASK, ZOE, "bb");
        log.add(TASK, new StudentKey("K-2"), "cc");
        log.add(Destination.record("http://127.0.0.1:1", "T-2"), ZOE, "dd");
        assertThat(log.digests(TASK, ZOE)).containsExactly("aa", "bb");
        assertThat(log.last(TASK, ZOE)).contains("bb");
        log.add(TASK, ZOE, "aa");
        assertThat(new SentLog(new BatchFolder(folder)).last(TASK, ZOE)).as("sent once more").contains("aa");
        assertThat(log.last(TASK, new StudentKey("K-9"))).isEmpty();
        assertThat(log.digests(Destination.record("http://127.0.0.1:2", "T-1"), ZOE)).as("the service has moved")
                .containsExactlyInAnyOrder("aa", "bb");
    }

    @Test
    void aLineCutOffAtAnyByteSpoilsOnlyItself() throws Exception {
        SentLog log = new SentLog(new BatchFolder(folder));
        log.add(TASK, ZOE, "aa");
        Path file = folder.resolve("sent.jsonl");
        int first = (int) Files.size(file);
        log.add(TASK, ZOE, "bb");
        byte[] whole = Files.readAllBytes(file);
        for (int length = first; length < whole.length; length++) {
            Files.write(file, Arrays.copyOf(whole, length));
            SentLog again = new SentLog(new BatchFolder(folder));
            again.add(TASK, ZOE, "cc");
            assertThat(new SentLog(new BatchFolder(folder)).digests(TASK, ZOE)).as("cut after %d bytes", length)
                    .containsExactly("aa", "cc");
        }
    }
}

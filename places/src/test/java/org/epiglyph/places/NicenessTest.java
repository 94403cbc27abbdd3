package org.epiglyph.places;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.FutureTask;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;

@EnabledOnOs(OS.LINUX)
class NicenessTest {
    /** The place of the niceness in a thread's {@code stat} after the name in brackets (proc_pid_stat(5), field 19). */
    private static final int FIELD = 16;

    private static int ofThisThread() throws IOException {
        String stat = Files.readString(Path.of("/proc/thread-self/stat"));
        return Integer.parseInt(stat.substring(stat.lastIndexOf(')') + 2).split(" ")[FIELD]);
    }

    @Test
    void aThreadStandsBackWithThoseThatItStartsAndNoOther() throws Exception {
        FutureTask<Integer> child = new FutureTask<>(NicenessTest::ofThisThread);
        FutureTask<Integer> own = new FutureTask<>(() -> {
            Niceness.raise();
            Thread.ofPlatform().start(child);
            return ofThisThread();
        });
        int before = ofThisThread();
        Thread.ofPlatform().start(own);
        assertThat(own.get()).isEqualTo(10);
        assertThat(child.get()).isEqualTo(10);
        assertThat(ofThisThread()).isEqualTo(before);
    }
}

package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The shelf reads batches while others are opened, marked and closed. SQLite 3.51.0 could deadlock there (two locks of
 * its unix layer taken in either order; fixed in 3.51.2 by its list of changes, from memory), and with it the program.
 */
class ManyReadersTest {
    private static final int THREADS = 6;
    private static final int ROUNDS = 150;
    private static final long PATIENCE_MILLIS = 90_000;
    @TempDir
    private Path folder;

    @Test
    void concurrentOpeningAndClosingAlwaysEnds() throws Exception {
        List<Path> batches = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            batches.add(Examples.batch(Files.createDirectories(folder.resolve("of " + i))));
        }
        AtomicInteger done = new AtomicInteger();
        List<Thread> threads = new ArrayList<>();
        for (int i = 0; i < THREADS; i++) {
            int mine = i;
            threads.add(Thread.ofPlatform().daemon().start(() -> {
                for (int round = 0; round < ROUNDS; round++) {
                    visit(batches.get((mine + round) % batches.size()), mine == 0);
                    done.incrementAndGet();
                }
            }));
        }
        long until = System.currentTimeMillis() + PATIENCE_MILLIS;
        for (Thread thread : threads) {
            thread.join(Math.max(1, until - System.currentTimeMillis()));
        }
        assertThat(done).as("rounds that came to an end").hasValue(THREADS * ROUNDS);
    }

    private static void visit(Path batch, boolean marks) {
        try {
            if (marks) {
                try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                    workspace.edit(new Edit.WritePrivately(Examples.ADA, "hm"));
                }
            } else {
                Glance.at(batch);
            }
        } catch (Problem e) {
            throw new IllegalStateException(e);
        }
    }
}

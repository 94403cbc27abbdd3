package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** On a small disk of its own, which requires the right to mount one; skipped otherwise. */
class DiskFullTest {
    @TempDir
    private Path folder;
    private Path disk;

    @BeforeEach
    void mount() throws Exception {
        disk = Files.createDirectory(folder.resolve("disk"));
        assumeTrue(run("mount", "-t", "tmpfs", "-o", "size=32m", "tmpfs", disk.toString()), "no disk can be mounted");
    }

    @AfterEach
    void unmount() throws Exception {
        run("umount", "-l", disk.toString());
    }

    private static boolean run(String... command) throws InterruptedException {
        try {
            return new ProcessBuilder(command).redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start()
                    .waitFor() == 0;
        } catch (IOException e) {
            return false;
        }
    }

    /** Fills the disk to the last byte; deleting the file frees the space. */
    private Path fill() throws IOException {
        Path filler = disk.resolve("filler");
        byte[] block = new byte[4096];
        try (OutputStream out = Files.newOutputStream(filler)) {
            while (true) {
                out.write(block);
            }
        } catch (IOException full) {
            return filler;
        }
    }

    private static final class Ears implements WorkspaceObserver {
        private final Semaphore refusals = new Semaphore(0);
        private volatile long kept;

        @Override
        public void notSaved(Problem problem) {
            refusals.release();
        }

        @Override
        public void saved(long number, Instant at) {
            kept = number;
        }
    }

    @Test
    void savesEditsOnceAFullDiskHasRoom() throws Exception {
        Path batch = Examples.batch(disk);
        Ears ears = new Ears();
        long last = 0;
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.observe(ears);
            Path filler = fill();
            for (int i = 0; ears.refusals.availablePermits() == 0 && i < 5000; i++) {
                last = workspace.edit(new Edit.PlaceMark(Examples.ADA, Examples.stroke("m" + i))).number();
            }
            assertThat(ears.refusals.tryAcquire(20, TimeUnit.SECONDS)).as("the disk refuses").isTrue();
            assertThatThrownBy(workspace::flush).isInstanceOf(Problem.class).hasMessageContaining("room");
            Files.delete(filler);
            for (int i = 0; i < 300 && ears.kept < last; i++) {
                TimeUnit.MILLISECONDS.sleep(100);
            }
            assertThat(ears.kept).isEqualTo(last);
        }
        try (Workspace again = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(again.lines()).hasSize((int) last);
            assertThat(again.damage().isNone()).isTrue();
        }
    }

    @Test
    void keepsUnwrittenEditsBesideTheBatchForTheNextOpening() throws Exception {
        Path batch = Examples.batch(disk);
        Ears ears = new Ears();
        Workspace workspace = Workspace.open(batch, Clock.systemUTC());
        workspace.observe(ears);
        Path filler = fill();
        long last = 0;
        for (int i = 0; ears.refusals.availablePermits() == 0 && i < 5000; i++) {
            last = workspace.edit(new Edit.WriteOnTheWhole(Examples.ADA, "words ".repeat(100) + i)).number();
        }
        assertThat(ears.refusals.tryAcquire(20, TimeUnit.SECONDS)).isTrue();
        assertThatThrownBy(workspace::close).isInstanceOf(Problem.class)
                .hasMessageContaining("edits-not-written.jsonl")
                .hasMessageContaining("read from there when the batch is opened again");
        Files.delete(filler);
        try (Workspace again = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(again.lines()).hasSize((int) last);
            again.flush();
            again.undo(Optional.of(Examples.ADA));
        }
        assertThat(batch.resolve("edits-not-written.jsonl")).doesNotExist();
        try (Workspace again = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(again.lines()).hasSize((int) last + 1);
        }
    }
}

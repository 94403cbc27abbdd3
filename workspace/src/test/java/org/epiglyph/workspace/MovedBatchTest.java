package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.places.FolderTree;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** What is shown as saved is in the batch's folder, whatever anyone did to that folder in the meantime. */
@DisabledOnOs(OS.WINDOWS) // where open files cannot be moved
class MovedBatchTest {
    private static final int PATIENCE_SECONDS = 20;
    @TempDir
    private Path folder;
    private Path batch;
    private Path away;
    private final LinkedBlockingQueue<String> news = new LinkedBlockingQueue<>();

    @BeforeEach
    void make() throws Exception {
        batch = Examples.batch(folder);
        away = folder.resolve("elsewhere");
    }

    private Workspace open() throws Problem {
        Workspace workspace = Workspace.open(batch, Clock.systemUTC());
        workspace.observe(new WorkspaceObserver() {
            @Override
            public void saved(long number, Instant at) {
                news.add("kept " + number);
            }

            @Override
            public void notSaved(Problem problem) {
                news.add(problem.getMessage());
            }
        });
        return workspace;
    }

    private static Edit score(int points) {
        return new Edit.SetScore(Examples.ADA, "c1", Optional.of(BigDecimal.valueOf(points)));
    }

    private String next() throws InterruptedException {
        return String.valueOf(news.poll(PATIENCE_SECONDS, TimeUnit.SECONDS));
    }

    private void awaitKept(long number) throws InterruptedException {
        String heard = next();
        while (!heard.equals("kept " + number)) {
            assertThat(heard).matches(".*in " + batch + ".*|kept \\d+");
            heard = next();
        }
    }

    private static BigDecimal points(Path batch) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.damage().isNone()).isTrue();
            return workspace.batch().submission(Examples.ADA).scores().points().get("c1");
        }
    }

    /** As on the disk now, including the write-ahead log: what a crash would leave. */
    private Path asTheDiskHasIt() throws IOException {
        return Examples.copy(batch, Files.createTempDirectory(folder, "crashed").resolve("batch"), "batch.lock");
    }

    @Test
    void savesEditsMadeWhileTheFolderWasAway() throws Exception {
        try (Workspace workspace = open()) {
            workspace.edit(score(1));
            awaitKept(1);
            Files.move(batch, away);
            workspace.edit(score(2));
            workspace.edit(score(3));
            assertThat(next()).isEqualTo("The batch is no longer in " + batch
                    + ", so your last changes are not saved. Put its folder back there; the program keeps trying.");
            assertThatThrownBy(workspace::flush).isInstanceOf(Problem.class)
                    .hasMessageContaining("no longer in " + batch);
            Files.move(away, batch);
            awaitKept(3);
        }
        assertThat(points(batch)).isEqualByComparingTo("3");
    }

    @Test
    void copiesEditsAfterTheFolderIsDeletedAndAppliesThemOnItsReturn() throws Exception {
        Workspace workspace = open();
        workspace.edit(score(1));
        awaitKept(1);
        Examples.copy(batch, away, "batch.lock");
        FolderTree.delete(batch);
        workspace.edit(score(2));
        assertThat(next()).contains("no longer in " + batch);
        assertThatThrownBy(workspace::close).isInstanceOf(Problem.class)
                .hasMessageContaining("no longer in " + batch)
                .hasMessageContaining("edits-not-written");
        assertThat(batch).doesNotExist();
        Files.move(away, batch);
        assertThat(points(batch)).isEqualByComparingTo("2");
    }

    @Test
    void continuesWithACopyInTheFoldersPlace() throws Exception {
        try (Workspace workspace = open()) {
            workspace.edit(score(1));
            awaitKept(1);
            Examples.copy(batch, away, "batch.lock");
            FolderTree.delete(batch);
            Files.move(away, batch);
            workspace.edit(score(2));
            awaitKept(2);
        }
        assertThat(points(batch)).isEqualByComparingTo("2");
    }

    @Test
    void neitherChangesNorLosesAnotherHistoryInItsPlace() throws Exception {
        Examples.copy(batch, away, "batch.lock");
        try (Workspace other = Workspace.open(away, Clock.systemUTC())) {
            for (int i = 10; i < 15; i++) {
                other.edit(score(i));
            }
        }
        Workspace workspace = open();
        workspace.edit(score(1));
        awaitKept(1);
        FolderTree.delete(batch);
        Files.move(away, batch);
        workspace.edit(score(2));
        assertThat(next()).isEqualTo("Another copy of the batch is in " + batch
                + " now, so your last changes are not saved. Close the batch: they are saved beside it, and you are told where.");
        assertThatThrownBy(workspace::close).isInstanceOf(Problem.class).hasMessageContaining("edits-not-written");
        assertThat(Files.readString(batch.resolve("edits-not-written.jsonl"))).contains("c1");
        assertThat(points(batch)).isEqualByComparingTo("14");
        assertThat(batch.resolve("edits-not-written (2).jsonl")).as("it did not fit").exists();
    }

    @Test
    void recreatesADeletedLogWithItsContent() throws Exception {
        try (Workspace workspace = open()) {
            workspace.edit(score(1));
            awaitKept(1);
            Files.delete(batch.resolve("batch.sqlite-wal"));
            workspace.editAll(List.of(score(2), score(3)));
            awaitKept(3);
            assertThat(points(asTheDiskHasIt())).isEqualByComparingTo("3");
        }
        assertThat(points(batch)).isEqualByComparingTo("3");
    }
}

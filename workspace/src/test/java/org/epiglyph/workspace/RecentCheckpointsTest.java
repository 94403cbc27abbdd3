package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Checkpoint;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RecentCheckpointsTest {
    private Checkpoint collected;
    @TempDir
    private Path root;
    private BatchFolder folder;
    private CheckpointFile.Found written;

    @BeforeEach
    void write() throws Exception {
        Task task = new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN);
        Submission ada = Submission.untouched(new Student(Examples.ADA, "Ada", "Example", "A"), List.of());
        collected = new History(Batch.collected(task, Examples.SCHEME, Phrasebook.EMPTY, List.of(ada))).checkpoint();
        folder = written("batch");
        written = new CheckpointFile.Found(collected, "another", Map.of(), 0);
    }

    private BatchFolder written(String name) throws Exception {
        BatchFolder made = new BatchFolder(Files.createDirectory(root.resolve(name)));
        try (CheckpointFile file = CheckpointFile.create(made)) {
            file.write(collected, "", new LineIndex(), Optional.empty());
        }
        return made;
    }

    @Test
    void readsAFileOnce() {
        Optional<CheckpointFile.Found> first = RecentCheckpoints.read(folder);
        assertThat(first.orElseThrow().checkpoint().batch().submissions()).hasSize(1);
        assertThat(RecentCheckpoints.read(folder).orElseThrow()).isSameAs(first.orElseThrow());
    }

    @Test
    void remembersWhatWasWritten() {
        RecentCheckpoints.remember(folder, written);
        assertThat(RecentCheckpoints.read(folder).orElseThrow()).isSameAs(written);
    }

    @Test
    void readsAFileThatChanged() throws Exception {
        RecentCheckpoints.remember(folder, written);
        Files.setLastModifiedTime(folder.checkpoint(), FileTime.from(Instant.EPOCH));
        assertThat(RecentCheckpoints.read(folder).orElseThrow().chain()).isEmpty();
    }

    @Test
    void detectsADifferentLengthAtTheSameTime() throws Exception {
        RecentCheckpoints.remember(folder, written);
        FileTime time = Files.getLastModifiedTime(folder.checkpoint());
        Files.write(folder.checkpoint(), new byte[100]);
        Files.setLastModifiedTime(folder.checkpoint(), time);
        assertThat(RecentCheckpoints.read(folder)).isEmpty();
    }

    @Test
    void forgetsAMissingFile() throws Exception {
        RecentCheckpoints.remember(folder, written);
        Files.delete(folder.checkpoint());
        assertThat(RecentCheckpoints.read(folder)).isEmpty();
        RecentCheckpoints.remember(folder, written);
        assertThat(RecentCheckpoints.read(folder)).isEmpty();
    }

    @Test
    void remembersOnlyTheLastFew() throws Exception {
        RecentCheckpoints.remember(folder, written);
        for (int i = 0; i < 3; i++) {
            RecentCheckpoints.remember(written("other " + i), written);
        }
        assertThat(RecentCheckpoints.read(folder).orElseThrow()).isSameAs(written);
        RecentCheckpoints.remember(written("one more"), written);
        assertThat(RecentCheckpoints.read(folder).orElseThrow()).isNotSameAs(written);
    }
}

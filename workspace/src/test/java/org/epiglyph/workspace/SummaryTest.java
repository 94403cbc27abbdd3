package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The shelf's numbers equal those of the history, whatever happens in between. */
class SummaryTest {
    @TempDir
    private Path folder;

    private static Summary read(Path batch) throws Exception {
        return Overview.at(batch).summary();
    }

    private static Summary computed(Path batch) throws Exception {
        Glance glance = Glance.at(batch);
        return Summary.of(glance.batch(), glance.lines());
    }

    private static void score(Workspace workspace) {
        for (Criterion criterion : workspace.batch().scheme().criteria()) {
            workspace.edit(new Edit.Judge(Examples.ADA, criterion.id(), Judgement.of(criterion.maximum())));
        }
    }

    private Path sealed() throws Exception {
        return sealed(folder);
    }

    private static Path sealed(Path within) throws Exception {
        Path batch = Examples.batch(Files.createDirectories(within));
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            score(workspace);
            workspace.edit(new Edit.Seal(Examples.ADA));
        }
        return batch;
    }

    private static void forge(Path batch) throws Exception {
        Path file = batch.resolve("batch.summary");
        String text = Files.readString(file);
        assertThat(text).contains("\"sealed\":1");
        Files.writeString(file, text.replace("\"sealed\":1", "\"sealed\":7"));
    }

    @Test
    void readsTheFiguresWithoutTheHistory() throws Exception {
        Path batch = sealed();
        assertThat(read(batch)).isEqualTo(computed(batch)).satisfies(s -> assertThat(s.sealed()).isEqualTo(1));
        forge(batch);
        assertThat(read(batch).sealed()).as("what is beside the database is read").isEqualTo(7);
    }

    @Test
    void rewritesNothingForAnUnchangedBatch() throws Exception {
        Path batch = sealed();
        forge(batch);
        Workspace.open(batch, Clock.systemUTC()).close();
        assertThat(read(batch).sealed()).as("the one that was there").isEqualTo(7);
    }

    @Test
    void computesMissingFiguresOnFirstUse() throws Exception {
        Path batch = sealed();
        Files.delete(batch.resolve("batch.summary"));
        assertThat(read(batch)).isEqualTo(computed(batch));
        forge(batch);
        assertThat(read(batch).sealed()).isEqualTo(7);
    }

    @Test
    void ignoresFiguresOfAnEarlierState() throws Exception {
        Path batch = sealed();
        forge(batch);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.OpenAgain(Examples.ADA));
            workspace.flush();
            assertThat(read(batch)).as("while it is open")
                    .isEqualTo(computed(batch))
                    .satisfies(
                            s -> assertThat(s.sealed()).isZero());
        }
        assertThat(read(batch)).isEqualTo(computed(batch));
    }

    @Test
    void detectsAMissingWriteAheadLogDespiteTheFigures() throws Exception {
        Path batch = sealed();
        Path copy = folder.resolve("copy");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.WritePrivately(Examples.ADA, "later"));
            workspace.flush();
            Examples.copy(batch, copy, "batch.sqlite-wal", "batch.sqlite-shm");
        }
        assertThat(Overview.at(copy).damage().describe()).contains("The last change is missing");
    }

    @Test
    void detectsDamagedFiguresAndDatabases() throws Exception {
        Path batch = sealed();
        for (String text : List.of("", "{", "null", "{\"stamp\":null,\"summary\":null}", "[1]", "{\"summary\":3}",
                Files.readString(batch.resolve("batch.summary")).replaceFirst("\"edge\":\"..", "\"edge\":\"zz"))) {
            Files.writeString(batch.resolve("batch.summary"), text);
            assertThat(read(batch)).as(text).isEqualTo(computed(batch));
        }
        byte[] bytes = Files.readAllBytes(batch.resolve("batch.sqlite"));
        int at = new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1).lastIndexOf("\"student\"");
        bytes[at + 3] ^= 4;
        Files.write(batch.resolve("batch.sqlite"), bytes);
        assertThat(Overview.at(batch).damage().isNone()).isFalse();
    }

    @Test
    void ignoresTheFiguresWhileTheLogHasPendingEdits() throws Exception {
        Path batch = sealed();
        forge(batch);
        Path log = batch.resolve("batch.sqlite-wal");
        Files.write(log, new byte[0]);
        assertThat(read(batch).sealed()).as("nothing waits").isEqualTo(7);
        Files.writeString(log, "something");
        assertThat(read(batch).sealed()).isEqualTo(1);
    }

    private static void write(Path batch, String text) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.WritePrivately(Examples.ADA, text));
        }
    }

    @Test
    void keepsThePaceIfASessionGivesNone() throws Exception {
        Path batch = Examples.batch(folder);
        write(batch, "a note");
        Path file = batch.resolve("batch.summary");
        assertThat(read(batch).pace()).isEmpty();
        Files.writeString(file, Files.readString(file)
                .replaceFirst("(\"pace\":null,)?\"edge\":", "\"pace\":300,\"edge\":"));
        write(batch, "later");
        assertThat(read(batch).pace()).contains(Duration.ofMinutes(5));
        Files.writeString(file, Files.readString(file).replaceFirst("\"summary\":\\{.*?\\}", "\"summary\":null"));
        write(batch, "still later");
        assertThat(read(batch).pace()).isEmpty();
    }

    @Test
    void trustsFirstVersionFiguresForSoundBatchesOnly() throws Exception {
        Path batch = sealed();
        forge(batch);
        Path file = batch.resolve("batch.summary");
        Files.writeString(file, Files.readString(file).replace(",\"findings\":[]", ""));
        assertThat(Overview.at(batch).damage().isNone()).isTrue();
        assertThat(read(batch).sealed()).as("from the figures").isEqualTo(7);
    }
}

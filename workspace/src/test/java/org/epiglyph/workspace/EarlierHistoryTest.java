package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Checkpoint;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The lines before a checkpoint, read from the database instead of memory. */
class EarlierHistoryTest {
    private static final int LINES = 4_100;
    private static final int BASE = 4_050;
    @TempDir
    private Path root;
    private BatchFolder folder;
    private EarlierHistory earlier;
    private Entry first;

    /** A remark on the whole as line 1, private notes after it; the checkpoint is at line {@value #BASE}. */
    @BeforeEach
    void writeLines() throws Exception {
        folder = new BatchFolder(Examples.batch(root));
        History history = new History(Glance.at(folder.root()).batch());
        first = history.record(new Edit.WriteOnTheWhole(Examples.ADA, "First."), Instant.EPOCH);
        for (int i = 2; i <= LINES; i++) {
            history.record(new Edit.WritePrivately(Examples.ADA, "Note " + i), Instant.EPOCH);
        }
        try (Database database = Database.open(folder.database())) {
            database.append(history.lines());
        }
        earlier = new EarlierHistory(folder, new CheckpointFile.Found(
                new Checkpoint(history.batch(), BASE, List.of(), List.of()), "", Map.of(), 0));
    }

    @AfterEach
    void close() throws Exception {
        earlier.close();
    }

    @Test
    void readsALineUpToTheCheckpoint() {
        assertThat(earlier.line(1)).contains(first);
        assertThat(earlier.line(BASE).map(Entry::number)).contains((long) BASE);
        assertThat(earlier.line(BASE + 1)).isEmpty();
        assertThat(earlier.line(0)).isEmpty();
    }

    @Test
    void readsAllLinesUpToTheCheckpoint() throws Exception {
        assertThat(earlier.all()).hasSize(BASE).startsWith(first);
        assertThat(earlier.all().getLast().number()).isEqualTo(BASE);
    }

    @Test
    void readsAStudentsLinesWithoutTheFilesIndex() {
        assertThat(earlier.of(Examples.ADA)).hasSize(BASE).startsWith(first);
        assertThat(earlier.collected().submissions()).hasSize(1);
    }

    @Test
    void findsTheNewestOfAKindAmongTheLastLines() {
        assertThat(earlier.newest(e -> e.edit() instanceof Edit.WritePrivately).map(Entry::number))
                .contains((long) BASE);
        assertThat(earlier.newest(e -> e.number() == 51).map(Entry::number)).as("the 4,000th").contains(51L);
        assertThat(earlier.newest(e -> e.number() == 50)).as("too far back").isEmpty();
        assertThat(earlier.newest(e -> e.number() > BASE)).isEmpty();
    }

    @Test
    void reportsTheFirstDamagedLineAndNothingBehindTheCheckpoint() throws Exception {
        assertThat(earlier.check(() -> true)).isEqualTo(Damage.NONE);
        Examples.sql(folder.database(),
                "UPDATE history SET edit = replace(edit, 'Note', 'Nota') WHERE number = " + (BASE + 1));
        assertThat(earlier.check(() -> true)).as("found when opening").isEqualTo(Damage.NONE);
        Examples.sql(folder.database(),
                "UPDATE history SET edit = replace(edit, 'Note', 'Nota') WHERE number = " + BASE);
        assertThat(earlier.check(() -> true).describe()).startsWith("Change " + BASE + " is damaged");
        Examples.sql(folder.database(), "DELETE FROM history WHERE number = 17");
        assertThat(earlier.check(() -> true).describe()).startsWith("Change 17 is damaged");
        assertThat(earlier.check(() -> false)).as("nobody wants to know").isEqualTo(Damage.NONE);
    }

    @Test
    void reportsAFileThatCannotBeReadOrIsGone() throws Exception {
        byte[] whole = Files.readAllBytes(folder.database());
        byte[] damaged = whole.clone();
        for (int i = whole.length / 2; i < whole.length / 2 + 20_000; i++) {
            damaged[i] = 0x55;
        }
        Files.write(folder.database(), damaged);
        assertThat(earlier.check(() -> true).isNone()).isFalse();
        Files.delete(folder.database());
        assertThat(earlier.check(() -> true).isNone()).isFalse();
        assertThatThrownBy(() -> earlier.of(Examples.ADA)).isInstanceOf(EditRefused.class);
        assertThatThrownBy(earlier::collected).isInstanceOf(EditRefused.class);
    }

    /** A batch opened from a real checkpoint reads its earlier lines in the same way. */
    @Test
    void equalsWhatAWorkspaceReads() throws Exception {
        try (CheckpointFile file = CheckpointFile.create(folder);
                Database database = Database.open(folder.database())) {
            HistoryReading.Found whole = HistoryReading.read(database, folder);
            LineIndex index = new LineIndex();
            index.add(whole.history().lines());
            file.write(whole.history().checkpoint(), database.chain(), index, Optional.empty());
        }
        try (Workspace workspace = Workspace.open(folder.root(), Clock.systemUTC())) {
            assertThat(workspace.lines(Examples.ADA)).hasSize(LINES).startsWith(first);
            assertThat(workspace.lines()).hasSize(LINES);
            assertThat(workspace.newest(e -> e.edit() instanceof Edit.WriteOnTheWhole)).as("too far back").isEmpty();
            assertThat(workspace.checkEarlier()).isEqualTo(Damage.NONE);
        }
    }

    /** The numbers of a student's lines in the checkpoint file; a line of that number may be somebody else's. */
    private void writeNumbers(String student, int number) throws Exception {
        Examples.sql(folder.checkpoint(),
                "CREATE TABLE head (body TEXT, digest TEXT)",
                "CREATE TABLE submission (student TEXT, body TEXT, lines INTEGER, digest TEXT)",
                "CREATE TABLE lines (student TEXT, upto INTEGER, numbers TEXT)",
                "INSERT INTO submission VALUES ('" + student + "', '', 1, '')",
                "INSERT INTO lines VALUES ('" + student + "', " + BASE + ", '" + number + "')");
    }

    @Test
    void findsAStudentsLinesByTheNumbersInTheCheckpoint() throws Exception {
        writeNumbers(Examples.ADA.value(), 1);
        assertThat(earlier.of(Examples.ADA)).containsExactly(first);
    }

    @Test
    void doesNotTrustLineNumbersOfAnotherStudent() throws Exception {
        writeNumbers("K-2", 1);
        assertThat(earlier.of(new StudentKey("K-2"))).isEmpty();
    }
}

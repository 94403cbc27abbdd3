package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DamagedBatchTest {
    private static final int EDITS = 60;
    private static final int FLIPS = Integer.getInteger("epiglyph.torture.flips", 120);
    @TempDir
    private Path folder;

    private Path marked() throws Exception {
        return Examples.marked(folder, EDITS);
    }

    /** Any bit of the file: the batch is unchanged, or reports damage, or is refused with a message; it never hangs. */
    @Test
    void detectsEveryFlippedBit() throws Exception {
        Path sound = marked();
        List<Entry> lines;
        try (Workspace workspace = Workspace.open(sound, Clock.systemUTC())) {
            lines = workspace.lines();
        }
        byte[] whole = Files.readAllBytes(sound.resolve("batch.sqlite"));
        Random random = new Random(10);
        int seen = 0;
        for (int flip = 0; flip < FLIPS; flip++) {
            Path batch = folder.resolve("flipped" + flip);
            Examples.copy(sound, batch);
            byte[] damaged = whole.clone();
            damaged[random.nextInt(damaged.length)] ^= (byte) (1 << random.nextInt(8));
            Files.write(batch.resolve("batch.sqlite"), damaged);
            for (int again = 0; again < 2; again++) {
                try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                    if (workspace.damage().isNone()) {
                        assertThat(workspace.lines()).as("flip %s", flip).isEqualTo(lines);
                    } else {
                        seen++;
                        assertThat(workspace.lines()).isEqualTo(lines.subList(0, workspace.lines().size()));
                        assertThatThrownBy(() -> workspace.edit(new Edit.SeePage(Examples.ADA, new PageRef("d1", 0))))
                                .isInstanceOf(EditRefused.class);
                    }
                } catch (Problem e) {
                    seen++;
                    assertThat(e.getMessage()).endsWith(".");
                }
            }
        }
        assertThat(seen).as("damage that was seen").isGreaterThan(FLIPS / 4);
    }

    @Test
    void showsTheBatchBeforeAChangedLineAndRecoversTheRest() throws Exception {
        Path batch = marked();
        Examples.sql(batch.resolve("batch.sqlite"),
                "UPDATE history SET edit = replace(edit, 'm30', 'm3O') WHERE number = 31");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.lines()).hasSize(30);
            assertThat(workspace.damage().describe()).startsWith("Change 31 is damaged.");
        }
        Path copy = folder.resolve("sound");
        assertThat(BatchRepair.write(batch, copy, Clock.systemUTC()))
                .isEqualTo(new BatchRepair.Outcome(EDITS - 1, 1));
        try (Workspace workspace = Workspace.open(copy, Clock.systemUTC())) {
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
            assertThat(workspace.batch().submission(Examples.ADA).marks()).hasSize(EDITS - 1);
            assertThat(workspace.changedOriginals()).isEmpty();
            workspace.edit(new Edit.WriteOnTheWhole(Examples.ADA, "Goes on."));
        }
        assertThat(copy.resolve("changes-left-out.jsonl")).content().contains("m3O");
        assertThat(BatchRepair.check(copy, Clock.systemUTC())).isEqualTo(Damage.NONE);
        assertThat(BatchRepair.check(batch, Clock.systemUTC()).isNone()).isFalse();
    }

    /** More lines than are decoded at once. */
    @Test
    void namesTheFirstDamageInALongHistory() throws Exception {
        int many = 2_100;
        Path batch = Examples.batch(folder);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            for (int i = 1; i <= many; i++) {
                workspace.edit(new Edit.WritePrivately(Examples.ADA, "note " + i));
            }
        }
        assertThat(BatchRepair.check(batch, Clock.systemUTC())).isEqualTo(Damage.NONE);
        for (int changed : new int[]{many, 1_025, 1_024, 30}) {
            Examples.sql(batch.resolve("batch.sqlite"),
                    "UPDATE history SET edit = replace(edit, 'note', 'nOte') WHERE number = " + changed);
            assertThat(BatchRepair.check(batch, Clock.systemUTC()).findings())
                    .containsExactly(Message.of(HistoryReading.class, "changeDamaged", (long) changed));
        }
        assertThat(BatchRepair.write(batch, folder.resolve("sound"), Clock.systemUTC()))
                .isEqualTo(new BatchRepair.Outcome(many - 4, 4));
    }

    @Test
    void detectsAMissingLine() throws Exception {
        Path batch = marked();
        Examples.sql(batch.resolve("batch.sqlite"), "DELETE FROM history WHERE number = 12");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.damage().describe()).startsWith("Change 12 is missing.");
        }
        assertThat(BatchRepair.write(batch, folder.resolve("sound"), Clock.systemUTC()).kept()).isEqualTo(EDITS - 1);
    }

    @Test
    void detectsAMissingWriteAheadLog() throws Exception {
        Path batch = Examples.batch(folder);
        Path copy = folder.resolve("copy");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            for (int i = 0; i < 5; i++) {
                workspace.edit(new Edit.PlaceMark(Examples.ADA, Examples.stroke("m" + i)));
            }
            workspace.flush();
            Examples.copy(batch, copy);
            Files.delete(copy.resolve("batch.sqlite-wal"));
        }
        try (Workspace workspace = Workspace.open(copy, Clock.systemUTC())) {
            assertThat(workspace.damage().describe()).contains("The last 5 changes are missing", "-wal");
        }
    }

    @Test
    void collectedWorkHasASecondCopy() throws Exception {
        Path batch = marked();
        Examples.sql(batch.resolve("batch.sqlite"),
                "UPDATE collected SET body = replace(body, 'Ada', 'Eve') WHERE rowid = 1");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.batch().submission(Examples.ADA).student().name()).contains("Ada");
            assertThat(workspace.damage().describe()).contains("the other is intact");
            assertThat(workspace.lines()).hasSize(EDITS);
        }
        BatchRepair.write(batch, folder.resolve("sound"), Clock.systemUTC());
        try (Workspace workspace = Workspace.open(folder.resolve("sound"), Clock.systemUTC())) {
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
        }
    }

    /** A file of the third version, by its schema. */
    @Test
    void opensAnOlderBatchUnchangedAndChainsItFromThenOn() throws Exception {
        Path batch = marked();
        List<Entry> lines;
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            lines = workspace.lines();
        }
        Examples.sql(batch.resolve("batch.sqlite"), "DELETE FROM collected WHERE rowid = 2",
                "ALTER TABLE collected DROP COLUMN digest",
                "ALTER TABLE history DROP COLUMN chain", "PRAGMA user_version = 3");
        Files.delete(batch.resolve("batch.last"));
        assertThat(Glance.at(batch).batch().submission(Examples.ADA).marks()).hasSize(EDITS);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
            assertThat(workspace.lines()).isEqualTo(lines);
            workspace.edit(new Edit.RemoveMark(Examples.ADA, "m3"));
            assertThat(workspace.undo(Optional.of(Examples.ADA))).isPresent();
        }
        assertThat(batch.resolve("batch-version-3.sqlite")).exists();
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
            assertThat(workspace.lines()).hasSize(EDITS + 2);
        }
        Examples.sql(batch.resolve("batch.sqlite"), "UPDATE history SET at = '2020-01-01T00:00:00Z' WHERE number = 2");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.damage().describe()).startsWith("Change 2 is damaged.");
        }
    }

    /** A copy that can still be read, but is not what was collected. */
    @ParameterizedTest
    @ValueSource(strings = {"MIN", "MAX"})
    void copiesFromTheIntactDuplicateOfCollectedWork(String which) throws Exception {
        Path batch = marked();
        Examples.sql(batch.resolve("batch.sqlite"),
                "UPDATE collected SET body = replace(body, '\"Work\"', '\"Fork\"') WHERE rowid = (SELECT " + which
                        + "(rowid) FROM collected)");
        assertThat(BatchRepair.check(batch, Clock.systemUTC()).isNone()).isFalse();
        Path sound = folder.resolve("sound");
        BatchRepair.write(batch, sound, Clock.systemUTC());
        assertThat(Glance.at(sound).batch().task().title()).isEqualTo("Work");
    }

    @Test
    void copiesNeverOverwriteAnythingOrStartFromNothing() throws Exception {
        Path batch = marked();
        Path there = Files.createDirectory(folder.resolve("there"));
        assertThatThrownBy(() -> BatchRepair.write(batch, there, Clock.systemUTC())).isInstanceOf(Problem.class);
        assertThat(there).isEmptyDirectory();
        assertThatThrownBy(() -> BatchRepair.write(there, folder.resolve("x"), Clock.systemUTC()))
                .isInstanceOf(Problem.class);
        Examples.sql(batch.resolve("batch.sqlite"), "DELETE FROM collected");
        assertThatThrownBy(() -> BatchRepair.write(batch, folder.resolve("y"), Clock.systemUTC()))
                .isInstanceOf(Problem.class);
        try (Stream<Path> left = Files.list(folder)) {
            assertThat(left).as("nothing incomplete").containsExactlyInAnyOrder(batch, there);
        }
    }

    @Test
    void namesAChangedEnclosureAndOmitsIt() throws Exception {
        Path batch = marked();
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            Originals.Stored stored = new Originals(workspace.folder()).store("e1", "model.txt",
                    new ByteArrayInputStream("twelve hours".getBytes(StandardCharsets.UTF_8)));
            workspace.edit(new Edit.Enclose(Examples.ADA, new Document("e1", "model.txt", stored.sha256(),
                    stored.bytes(), new Pages.None(), "")));
            Files.createDirectories(workspace.folder().outgoing());
            Files.writeString(workspace.folder().outgoing().resolve("made.pdf"), "can be made again");
        }
        assertThat(BatchRepair.check(batch, Clock.systemUTC())).isEqualTo(Damage.NONE);
        Path model = batch.resolve("originals/e1/model.txt");
        assertThat(model.toFile().setWritable(true)).isTrue();
        Files.writeString(model, "eleven hours");
        assertThat(BatchRepair.check(batch, Clock.systemUTC()).describe()).contains("model.txt");
        BatchRepair.write(batch, folder.resolve("sound"), Clock.systemUTC());
        assertThat(folder.resolve("sound/originals/e1/model.txt")).hasContent("eleven hours");
        assertThat(folder.resolve("sound/" + batch.relativize(new BatchFolder(batch).outgoing()))).doesNotExist();
    }

    /** Another program appends a line with a correct digest. */
    private static void append(Path batch, String kind, String edit) throws SQLException {
        StoredLine line = new StoredLine(EDITS + 1, "2026-03-20T20:00:00Z", kind, edit);
        try (Connection c = DriverManager.getConnection("jdbc:sqlite:" + batch.resolve("batch.sqlite"));
                Statement statement = c.createStatement();
                PreparedStatement insert = c.prepareStatement(
                        "INSERT INTO history (number, at, kind, edit, chain) VALUES (?, ?, ?, ?, ?)")) {
            String last = statement.executeQuery("SELECT chain FROM history ORDER BY number DESC LIMIT 1").getString(1);
            insert.setLong(1, line.number());
            insert.setString(2, line.at());
            insert.setString(3, kind);
            insert.setString(4, edit);
            insert.setString(5, Chain.next(last, line));
            insert.executeUpdate();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "DONE | {\"kind\":\"levitate\",\"student\":\"K-1\"} | cannot be read by this version",
            "DONE | {\"kind\":\"remove-mark\",\"student\":\"K-1\",\"mark\":\"none\"} | cannot be read by this version",
            "FLOWN | {\"kind\":\"seal\",\"student\":\"K-1\"} | is damaged"})
    void distinguishesAnUnknownLineFromADamagedOne(String kind, String edit, String said)
            throws Exception {
        Path batch = marked();
        append(batch, kind, edit);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.lines()).as("the batch as it was before it").hasSize(EDITS);
            assertThat(workspace.damage().describe()).startsWith("Change " + (EDITS + 1) + " " + said);
            assertThatThrownBy(() -> workspace.edit(new Edit.Seal(Examples.ADA))).isInstanceOf(EditRefused.class);
        }
        assertThat(BatchRepair.write(batch, folder.resolve("sound"), Clock.systemUTC()))
                .isEqualTo(new BatchRepair.Outcome(EDITS, 1));
        assertThat(folder.resolve("sound/changes-left-out.jsonl")).exists();
    }

    @Test
    void countsLastEditsThatWereNotCopied() throws Exception {
        Path batch = marked();
        for (int lost : new int[]{1, 3}) {
            Examples.sql(batch.resolve("batch.sqlite"), "DELETE FROM history WHERE number > " + (EDITS - lost));
            try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                assertThat(workspace.lines()).hasSize(EDITS - lost);
                assertThat(workspace.damage().describe()).startsWith(
                        lost == 1 ? "The last change is missing" : "The last 3 changes are missing");
            }
        }
    }

    @Test
    void detectsAMissingDuplicateOfCollectedWork() throws Exception {
        Path batch = marked();
        Examples.sql(batch.resolve("batch.sqlite"), "DELETE FROM collected WHERE rowid = 2");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.damage().describe()).contains("the other is intact");
        }
        Examples.sql(batch.resolve("batch.sqlite"), "DELETE FROM collected");
        assertThatThrownBy(() -> Workspace.open(batch, Clock.systemUTC())).isInstanceOf(Problem.class)
                .hasMessageStartingWith("The batch in " + batch);
    }

    /** Damage to an unused page is no reason to lose an edit, nor to report that all is well. */
    @Test
    void reportsDamageOutsideTheEdits() throws Exception {
        Path batch = marked();
        Examples.sql(batch.resolve("batch.sqlite"), "CREATE TABLE other (words TEXT)",
                "INSERT INTO other VALUES (hex(zeroblob(40000)))",
                "DROP TABLE other", "PRAGMA wal_checkpoint(TRUNCATE)");
        Path file = batch.resolve("batch.sqlite");
        byte[] bytes = Files.readAllBytes(file);
        int pageSize = (bytes[16] & 0xFF) << 8 | bytes[17] & 0xFF; // SQLite, Database File Format, 1.3
        int trunk = ByteBuffer.wrap(bytes).getInt(32);
        assertThat(trunk).as("a list of free pages").isPositive();
        ByteBuffer.wrap(bytes).putInt((trunk - 1) * pageSize + 8, 0x7FFFFFF0);
        Files.write(file, bytes);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.lines()).hasSize(EDITS);
            assertThat(workspace.damage().describe())
                    .isEqualTo("The batch's file is damaged in a place that holds none of its changes.");
        }
    }
}

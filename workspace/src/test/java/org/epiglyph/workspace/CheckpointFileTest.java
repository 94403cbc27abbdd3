package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Checkpoint;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The rows of a checkpoint file: what is written, what is rewritten, and what is not trusted. */
class CheckpointFileTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BEA = new StudentKey("K-2");
    private static final StudentKey CLEO = new StudentKey("K-3");
    private static final String CHAIN = "c".repeat(64);
    @TempDir
    private Path root;
    private BatchFolder folder;
    private History history;

    @BeforeEach
    void start() {
        folder = new BatchFolder(root);
        Task task = new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(100_000));
        history = new History(Batch.collected(task, Examples.SCHEME, Phrasebook.EMPTY,
                List.of(untouched(ADA), untouched(BEA))));
    }

    private static Submission untouched(StudentKey key) {
        return Submission.untouched(new Student(key, "Given", "Family " + key.value(), "A"), List.of());
    }

    private Entry score(StudentKey student, int points) {
        return record(new Edit.SetScore(student, "c1", Optional.of(BigDecimal.valueOf(points))));
    }

    private Entry record(Edit edit) {
        return history.record(edit, Instant.EPOCH);
    }

    private static LineIndex index(List<Entry> lines) {
        LineIndex index = new LineIndex();
        index.add(lines);
        return index;
    }

    /** Two scores of one student, one of another, and a phrase that belongs to nobody. */
    private Batch writeFirst() throws Exception {
        List<Entry> lines = List.of(score(ADA, 1), score(BEA, 2), record(phrase()), score(ADA, 3));
        try (CheckpointFile file = CheckpointFile.create(folder)) {
            file.write(history.checkpoint(), CHAIN, index(lines), Optional.empty());
        }
        return history.batch();
    }

    private static Edit.KeepPhrase phrase() {
        return new Edit.KeepPhrase(new Phrase("p1", "p", "Units!", "c1", Optional.empty()));
    }

    private void writeNext(Batch before, List<Entry> lines) throws Exception {
        try (CheckpointFile file = CheckpointFile.open(folder, CheckpointFile.read(folder).orElseThrow())) {
            file.write(history.checkpoint(), CHAIN, index(lines), Optional.of(before));
        }
    }

    @Test
    void readsWhatWasWritten() throws Exception {
        writeFirst();
        record(new Edit.WriteOnTheWhole(BEA, "Sound."));
        history.undo(Optional.of(BEA), Instant.EPOCH);
        writeNext(CheckpointFile.read(folder).orElseThrow().checkpoint().batch(),
                history.lines().subList(4, history.lines().size()));
        CheckpointFile.Found found = CheckpointFile.read(folder).orElseThrow();
        Checkpoint expected = history.checkpoint();
        assertThat(found.chain()).isEqualTo(CHAIN);
        assertThat(found.checkpoint().number()).isEqualTo(6);
        assertThat(List.copyOf(found.checkpoint().batch().submissions()))
                .isEqualTo(List.copyOf(expected.batch().submissions()));
        assertThat(found.checkpoint().batch().phrasebook()).isEqualTo(expected.batch().phrasebook());
        assertThat(found.checkpoint().done()).isEqualTo(expected.done()).isNotEmpty();
        assertThat(found.checkpoint().undone()).isEqualTo(expected.undone());
        assertThat(found.shared()).isEqualTo(1);
        assertThat(found.checks().get(ADA).lines()).isEqualTo(2);
        assertThat(found.checks().get(BEA).lines()).isEqualTo(3);
    }

    @Test
    void knowsWhoseLinesAreWhich() throws Exception {
        Batch first = writeFirst();
        Entry more = score(ADA, 5);
        Entry shared = record(phrase());
        writeNext(first, List.of(more, shared));
        assertThat(CheckpointFile.lines(folder, Optional.of(ADA))).contains(new long[]{1, 4, 5});
        assertThat(CheckpointFile.lines(folder, Optional.of(BEA))).contains(new long[]{2});
        assertThat(CheckpointFile.lines(folder, Optional.empty())).contains(new long[]{3, 6});
        assertThat(CheckpointFile.lines(folder, Optional.of(CLEO))).contains(new long[]{});
    }

    @Test
    void doesNotRewriteAnUnchangedRow() throws Exception {
        Batch first = writeFirst();
        Entry more = score(ADA, 5);
        Examples.sql(folder.checkpoint(), "CREATE TABLE log (student TEXT)");
        Examples.sql(folder.checkpoint(),
                "CREATE TRIGGER written AFTER INSERT ON submission BEGIN INSERT INTO log VALUES (new.student); END");
        writeNext(first, List.of(more));
        assertThat(loggedStudents()).containsExactly("K-1");
    }

    /** An entry that does not change the submission, such as an identical score, still changes the number of lines. */
    @Test
    void rewritesARowThatHasOnlyGotALine() throws Exception {
        Batch first = writeFirst();
        Entry same = score(BEA, 2);
        Examples.sql(folder.checkpoint(), "CREATE TABLE log (student TEXT)");
        Examples.sql(folder.checkpoint(),
                "CREATE TRIGGER written AFTER INSERT ON submission BEGIN INSERT INTO log VALUES (new.student); END");
        try (CheckpointFile file = CheckpointFile.open(folder, CheckpointFile.read(folder).orElseThrow())) {
            Checkpoint unchanged = new Checkpoint(first, 5, List.of(), List.of());
            file.write(unchanged, CHAIN, index(List.of(same)), Optional.of(first));
        }
        assertThat(loggedStudents()).containsExactly("K-2");
        assertThat(CheckpointFile.lines(folder, Optional.of(BEA))).contains(new long[]{2, 5});
    }

    @Test
    void writesAStudentWhoJoined() throws Exception {
        Batch first = writeFirst();
        Entry joined = record(new Edit.Enrol(new Student(CLEO, "Cleo", "Third", "A")));
        writeNext(first, List.of(joined));
        Batch read = CheckpointFile.read(folder).orElseThrow().checkpoint().batch();
        assertThat(read.students()).containsExactly(ADA, BEA, CLEO);
        assertThat(read.submission(CLEO).student().given()).isEqualTo("Cleo");
    }

    private List<String> loggedStudents() throws Exception {
        List<String> students = new ArrayList<>();
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + folder.checkpoint());
                Statement statement = connection.createStatement();
                var row = statement.executeQuery("SELECT student FROM log")) {
            while (row.next()) {
                students.add(row.getString(1));
            }
        }
        return students;
    }

    @ParameterizedTest
    @ValueSource(strings = {"UPDATE submission SET lines = lines + 1 WHERE student = 'K-1'",
            "UPDATE submission SET body = replace(body, '3', '4') WHERE student = 'K-1'",
            "UPDATE submission SET digest = '00000000' WHERE student = 'K-1'",
            "UPDATE submission SET student = 'K-9' WHERE student = 'K-1'", "DELETE FROM submission",
            "UPDATE submission SET (body, lines, digest) = (SELECT body, lines, digest FROM submission WHERE student = 'K-2')",
            "UPDATE head SET body = replace(body, '\"number\":4', '\"number\":3')", "DELETE FROM head",
            "UPDATE head SET digest = 'none'", "DROP TABLE submission"})
    void doesNotTrustAChangedFile(String change) throws Exception {
        writeFirst();
        assertThat(CheckpointFile.read(folder)).isPresent();
        Examples.sql(folder.checkpoint(), change);
        assertThat(CheckpointFile.read(folder)).isEmpty();
    }

    /** Each row is intact, but one is of an earlier checkpoint. */
    @Test
    void doesNotTrustRowsOfTwoCheckpoints() throws Exception {
        Batch first = writeFirst();
        Examples.sql(folder.checkpoint(), "CREATE TABLE earlier AS SELECT * FROM submission WHERE student = 'K-1'");
        writeNext(first, List.of(score(ADA, 5)));
        assertThat(CheckpointFile.read(folder)).isPresent();
        Examples.sql(folder.checkpoint(), "INSERT OR REPLACE INTO submission SELECT * FROM earlier");
        assertThat(CheckpointFile.read(folder)).isEmpty();
    }

    @Test
    void doesNotTrustAnotherForm() throws Exception {
        writeFirst();
        String body;
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + folder.checkpoint());
                Statement statement = connection.createStatement();
                var row = statement.executeQuery("SELECT body FROM head")) {
            body = row.getString(1).replace("\"form\":4", "\"form\":3");
        }
        Examples.sql(folder.checkpoint(),
                "UPDATE head SET body = '" + body.replace("'", "''") + "', digest = '" + Chain.digest(body) + "'");
        assertThat(CheckpointFile.read(folder)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"UPDATE lines SET numbers = '1' WHERE student = 'K-1'",
            "UPDATE lines SET numbers = '1,1' WHERE student = 'K-1'",
            "UPDATE lines SET numbers = '1,4,5' WHERE student = 'K-1'",
            "UPDATE lines SET numbers = '1,four' WHERE student = 'K-1'", "DROP TABLE lines"})
    void doesNotTrustWrongNumbersOfLines(String change) throws Exception {
        writeFirst();
        Examples.sql(folder.checkpoint(), change);
        assertThat(CheckpointFile.lines(folder, Optional.of(ADA))).isEmpty();
    }

    @Test
    void anIndexHoldsLinesUntilTheyAreTaken() {
        LineIndex index = index(List.of(score(ADA, 1), score(BEA, 2)));
        index.add(List.of(score(ADA, 3)));
        assertThat(index.drain()).containsOnly(
                java.util.Map.entry(Optional.of(ADA), new LineIndex.Numbers(2, "1,3")),
                java.util.Map.entry(Optional.of(BEA), new LineIndex.Numbers(1, "2")));
        assertThat(index.drain()).isEmpty();
    }

    @Test
    void requestsACheckpointAfterEnoughLines() {
        CheckpointKeeper keeper = new CheckpointKeeper(folder, Optional.empty());
        assertThat(keeper.isDue(1_999)).isFalse();
        assertThat(keeper.isDue(2_000)).isTrue();
        assertThat(keeper.isWorthwhile(249)).isFalse();
        assertThat(keeper.isWorthwhile(250)).isTrue();
        List<Entry> lines = List.of(score(ADA, 1), score(BEA, 2));
        keeper.put(history.checkpoint(), CHAIN, lines);
        assertThat(keeper.asked()).isEqualTo(2);
        keeper.end();
        assertThat(CheckpointFile.read(folder)).hasValueSatisfying(
                found -> assertThat(List.copyOf(found.checkpoint().batch().submissions()))
                        .isEqualTo(List.copyOf(history.batch().submissions())));
    }

    @Test
    void findsLinesInMemoryByNumber() throws Exception {
        Entry first = score(ADA, 1);
        Entry second = score(BEA, 2);
        try (Lines lines = new Lines(history, Optional.empty())) {
            assertThat(lines.find(1)).contains(first);
            assertThat(lines.find(2)).contains(second);
            assertThat(lines.find(3)).isEmpty();
            assertThat(lines.reachesBack()).isFalse();
            assertThat(lines.collected()).isSameAs(history.collected());
            assertThat(lines.newest(e -> true)).contains(second);
            assertThat(lines.of(ADA)).containsExactly(first);
        }
    }
}

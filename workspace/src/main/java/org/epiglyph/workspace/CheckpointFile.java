package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import java.util.zip.CRC32C;
import org.epiglyph.core.batch.Aids;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Checkpoint;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.batch.UndoStep;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.places.Private;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteOpenMode;

/**
 * A batch's newest checkpoint, in an SQLite file beside its database: one row per student, so that only what changed is
 * written. Which lines belong to whom is in rows of their own, read on demand. The file decides nothing: if it is
 * missing, damaged, of another form or of another history, the whole history is read. Not thread-safe.
 */
final class CheckpointFile implements AutoCloseable {
    /** Changed whenever the content would be interpreted differently. */
    private static final int FORM = 4;
    /** Marks lines that may have changed any submission. */
    private static final String ANYBODY = "";
    private final Connection connection;
    private final Map<StudentKey, RowCheck> checks;
    private int shared;

    private CheckpointFile(Connection connection, Map<StudentKey, RowCheck> checks, int shared) {
        this.connection = connection;
        this.checks = new HashMap<>(checks);
        this.shared = shared;
    }

    /**
     * A checkpoint that was found.
     *
     * @param chain  the digest of the history up to the checkpoint
     * @param checks of the rows
     * @param shared how many lines up to it may have changed any submission
     */
    record Found(Checkpoint checkpoint, String chain, Map<StudentKey, RowCheck> checks, int shared) {}

    /**
     * Identifies a row.
     *
     * @param lines how many lines belong to this student alone
     */
    record RowCheck(int lines, String digest) {}

    /**
     * @param shared how many lines belong to nobody alone
     * @param rows   the digest of all rows' digests, in roster order
     */
    private record Head(int form, long number, String chain, Task task, MarkScheme scheme, Phrasebook phrasebook,
            Aids aids, Covers covers, List<UndoStep> done, List<UndoStep> undone, List<StudentKey> students,
            int shared, String rows) {}

    private record Row(String body, RowCheck check) {
        /** If a row is not what was written, nothing in the file counts. */
        Submission submission(StudentKey student) {
            try {
                if (!check.digest.equals(rowDigest(student, body, check.lines))) {
                    throw new IllegalStateException("A row is damaged");
                }
                return BatchJson.read(body, StoredSubmission.class).submission();
            } catch (JsonProcessingException e) {
                throw new IllegalStateException("A row cannot be read"); // the cause may quote a student's work
            }
        }
    }

    /** CRC-32C (RFC 3720, 12.1): it only has to detect damage, and thousands are computed at each opening. */
    private static String rowDigest(StudentKey student, String body, int lines) {
        CRC32C sum = new CRC32C();
        sum.update(student.value().getBytes(StandardCharsets.UTF_8));
        sum.update(Integer.toString(lines).getBytes(StandardCharsets.US_ASCII));
        sum.update(body.getBytes(StandardCharsets.UTF_8));
        return HexFormat.of().toHexDigits((int) sum.getValue());
    }

    /** The checkpoint beside a batch; empty if there is none that can be trusted. */
    static Optional<Found> read(BatchFolder folder) {
        if (!Files.isRegularFile(folder.checkpoint())) {
            return Optional.empty();
        }
        try (Connection connection = connect(folder, SQLiteOpenMode.READONLY)) {
            Map<StudentKey, Row> rows = rows(connection);
            return head(connection).map(head -> found(head, rows));
        } catch (SQLException | RuntimeException | StackOverflowError e) {
            return Optional.empty();
        }
    }

    private static Optional<Head> head(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("SELECT body, digest FROM head")) {
            if (!row.next() || !Chain.digest(row.getString(1)).equals(row.getString(2))) {
                return Optional.empty();
            }
            return Optional.of(BatchJson.read(row.getString(1), Head.class)).filter(h -> h.form == FORM);
        } catch (JsonProcessingException e) {
            return Optional.empty();
        }
    }

    private static Map<StudentKey, Row> rows(Connection connection) throws SQLException {
        Map<StudentKey, Row> rows = new HashMap<>();
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("SELECT student, body, lines, digest FROM submission")) {
            while (row.next()) {
                rows.put(new StudentKey(row.getString(1)),
                        new Row(row.getString(2), new RowCheck(row.getInt(3), row.getString(4))));
            }
        }
        return rows;
    }

    private static Found found(Head head, Map<StudentKey, Row> rows) {
        if (!head.rows.equals(sum(head.students.stream().map(s -> rows.get(s).check.digest).toList()))) {
            throw new IllegalStateException("A row is of another checkpoint");
        }
        List<Submission> submissions = head.students.parallelStream().map(s -> rows.get(s).submission(s)).toList();
        Batch batch = Batch.restored(head.task, head.scheme, head.phrasebook, head.aids, head.covers, submissions);
        Map<StudentKey, RowCheck> checks = new HashMap<>();
        rows.forEach((s, row) -> checks.put(s, row.check));
        return new Found(new Checkpoint(batch, head.number, head.done, head.undone), head.chain, checks, head.shared);
    }

    private static String sum(Collection<String> digests) {
        MessageDigest sum = NewBatch.sha256();
        digests.forEach(d -> sum.update(d.getBytes(StandardCharsets.US_ASCII)));
        return HexFormat.of().formatHex(sum.digest());
    }

    /** Opens the file for writing, continuing from what was found in it. */
    static CheckpointFile open(BatchFolder folder, Found found) throws SQLException {
        return new CheckpointFile(connect(folder, SQLiteOpenMode.READWRITE), found.checks, found.shared);
    }

    /** Opens the file for writing and starts from scratch. */
    static CheckpointFile create(BatchFolder folder) throws SQLException, IOException {
        Files.deleteIfExists(folder.checkpoint());
        Private.file(folder.checkpoint());
        Connection connection = connect(folder, SQLiteOpenMode.READWRITE);
        try (Statement statement = connection.createStatement()) {
            statement.executeUpdate("CREATE TABLE head (body TEXT NOT NULL, digest TEXT NOT NULL) STRICT");
            statement.executeUpdate("CREATE TABLE submission (student TEXT PRIMARY KEY, body TEXT NOT NULL,"
                    + " lines INTEGER NOT NULL, digest TEXT NOT NULL) STRICT, WITHOUT ROWID");
            statement.executeUpdate("CREATE TABLE lines (student TEXT NOT NULL, upto INTEGER NOT NULL,"
                    + " numbers TEXT NOT NULL, PRIMARY KEY (student, upto)) STRICT, WITHOUT ROWID");
            return new CheckpointFile(connection, Map.of(), 0);
        } catch (SQLException | RuntimeException e) {
            connection.close();
            throw e;
        }
    }

    private static Connection connect(BatchFolder folder, SQLiteOpenMode mode) throws SQLException {
        SQLiteConfig config = new SQLiteConfig();
        config.resetOpenMode(SQLiteOpenMode.CREATE);
        config.resetOpenMode(SQLiteOpenMode.READWRITE);
        config.setOpenMode(mode);
        config.setSynchronous(SQLiteConfig.SynchronousMode.NORMAL);
        config.setBusyTimeout(500);
        return config.createConnection("jdbc:sqlite:" + folder.checkpoint());
    }

    /**
     * Replaces the previous checkpoint, in one transaction.
     *
     * @param index  the lines that the previous one does not hold; they are taken from it
     * @param before what was written last; empty the first time
     * @return what reading the file would find now
     */
    Found write(Checkpoint checkpoint, String chain, LineIndex index, Optional<Batch> before) throws SQLException {
        Map<Optional<StudentKey>, LineIndex.Numbers> grown = index.drain();
        connection.setAutoCommit(false);
        try (PreparedStatement row = connection.prepareStatement(
                "INSERT OR REPLACE INTO submission (student, body, lines, digest) VALUES (?, ?, ?, ?)");
                PreparedStatement head = connection.prepareStatement("INSERT INTO head (body, digest) VALUES (?, ?)");
                Statement statement = connection.createStatement()) {
            writeLines(grown, checkpoint.number());
            for (Submission submission : changed(checkpoint.batch(), before, grown.keySet())) {
                write(submission, grown, row);
            }
            statement.executeUpdate("DELETE FROM head");
            String body = BatchJson.write(head(checkpoint, chain));
            head.setString(1, body);
            head.setString(2, Chain.digest(body));
            head.executeUpdate();
            connection.commit();
            return new Found(checkpoint, chain, Map.copyOf(checks), shared);
        } finally {
            connection.setAutoCommit(true);
        }
    }

    private void writeLines(Map<Optional<StudentKey>, LineIndex.Numbers> grown, long upTo) throws SQLException {
        try (PreparedStatement row = connection
                .prepareStatement("INSERT INTO lines (student, upto, numbers) VALUES (?, ?, ?)")) {
            for (Map.Entry<Optional<StudentKey>, LineIndex.Numbers> one : grown.entrySet()) {
                row.setString(1, one.getKey().map(StudentKey::value).orElse(ANYBODY));
                row.setLong(2, upTo);
                row.setString(3, one.getValue().text());
                row.executeUpdate();
            }
        }
        shared += count(grown, Optional.empty());
    }

    private static int count(Map<Optional<StudentKey>, LineIndex.Numbers> grown, Optional<StudentKey> whose) {
        return Optional.ofNullable(grown.get(whose)).map(LineIndex.Numbers::count).orElse(0);
    }

    private void write(Submission submission, Map<Optional<StudentKey>, LineIndex.Numbers> grown,
            PreparedStatement row) throws SQLException {
        StudentKey student = submission.student().key();
        String body = BatchJson.write(StoredSubmission.of(submission));
        int lines = Optional.ofNullable(checks.get(student)).map(RowCheck::lines).orElse(0)
                + count(grown, Optional.of(student));
        RowCheck check = new RowCheck(lines, rowDigest(student, body, lines));
        checks.put(student, check);
        row.setString(1, student.value());
        row.setString(2, body);
        row.setInt(3, check.lines);
        row.setString(4, check.digest);
        row.executeUpdate();
    }

    /**
     * The numbers of the lines that belong to a student alone, or to nobody alone, in order.
     *
     * @param whose empty for nobody alone
     * @return empty if the file cannot be read, does not hold as many as it should, or holds one twice
     */
    static Optional<long[]> lines(BatchFolder folder, Optional<StudentKey> whose) {
        try (Connection connection = connect(folder, SQLiteOpenMode.READONLY)) {
            connection.setAutoCommit(false); // all from one checkpoint, whatever is written meanwhile
            int expected = whose.isPresent()
                    ? count(connection, whose.get())
                    : head(connection).map(Head::shared).orElse(-1);
            long[] numbers = numbers(connection, whose.map(StudentKey::value).orElse(ANYBODY));
            return Optional.of(numbers)
                    .filter(n -> Arrays.stream(n).distinct().count() == expected && n.length == expected);
        } catch (SQLException | RuntimeException | StackOverflowError e) {
            return Optional.empty();
        }
    }

    private static int count(Connection connection, StudentKey student) throws SQLException {
        try (PreparedStatement statement = connection
                .prepareStatement("SELECT lines FROM submission WHERE student = ?")) {
            statement.setString(1, student.value());
            try (ResultSet row = statement.executeQuery()) {
                return row.next() ? row.getInt(1) : 0;
            }
        }
    }

    private static long[] numbers(Connection connection, String whose) throws SQLException {
        LongStream.Builder numbers = LongStream.builder();
        try (PreparedStatement statement = connection
                .prepareStatement("SELECT numbers FROM lines WHERE student = ? ORDER BY upto")) {
            statement.setString(1, whose);
            try (ResultSet row = statement.executeQuery()) {
                while (row.next()) {
                    Arrays.stream(row.getString(1).split(",")).mapToLong(Long::parseLong).forEach(numbers::add);
                }
            }
        }
        return numbers.build().toArray();
    }

    private Head head(Checkpoint checkpoint, String chain) {
        Batch batch = checkpoint.batch();
        List<StudentKey> students = batch.students();
        return new Head(FORM, checkpoint.number(), chain, batch.task(), batch.scheme(), batch.phrasebook(),
                batch.aids(), batch.covers(), checkpoint.done(), checkpoint.undone(), students, shared,
                sum(students.stream().map(s -> checks.get(s).digest).toList()));
    }

    /** Submissions that are not the same instances as in the batch before, or have new lines. */
    private static List<Submission> changed(Batch now, Optional<Batch> before,
            Set<Optional<StudentKey>> grown) {
        List<Submission> all = now.submissions();
        if (before.isEmpty()) {
            return all;
        }
        List<Submission> earlier = before.get().submissions();
        List<Submission> changed = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            if (i >= earlier.size() || all.get(i) != earlier.get(i)
                    || grown.contains(Optional.of(all.get(i).student().key()))) {
                changed.add(all.get(i));
            }
        }
        return changed;
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}

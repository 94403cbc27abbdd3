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
import java.util.Collection;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
 * A batch's newest checkpoint, in an SQLite file beside its database: a row a student, so that only what has changed is
 * written. It decides nothing: where it is missing, damaged, of another form or of another history, the whole history is
 * read. Not safe for several threads.
 */
final class CheckpointFile implements AutoCloseable {
    /** Changed whenever what is written here would be understood otherwise. */
    private static final int FORM = 2;
    private final Connection connection;
    private final Map<StudentKey, String> digests;

    private CheckpointFile(Connection connection, Map<StudentKey, String> digests) {
        this.connection = connection;
        this.digests = new HashMap<>(digests);
    }

    /**
     * What was found.
     *
     * @param chain   the digest of the history up to the checkpoint
     * @param index   which lines up to it are whose
     * @param digests of the rows
     */
    record Found(Checkpoint checkpoint, String chain, LineIndex index, Map<StudentKey, String> digests) {}

    /** @param rows the digest of all rows' digests, in the order of the roster */
    private record Head(int form, long number, String chain, Task task, MarkScheme scheme, Phrasebook phrasebook,
            Aids aids, Covers covers, List<UndoStep> done, List<UndoStep> undone, List<StudentKey> students,
            String shared,
            String rows) {}

    private record Row(String body, String lines, String digest) {
        /** Where a row is not what was written, nothing of the file counts. */
        Submission submission(StudentKey student) {
            try {
                if (!digest.equals(rowDigest(student, body, lines))) {
                    throw new IllegalStateException("A row is damaged");
                }
                return BatchJson.read(body, StoredSubmission.class).submission();
            } catch (JsonProcessingException e) {
                throw new IllegalStateException("A row cannot be read"); // the cause may quote a student's work
            }
        }
    }

    private static String rowDigest(StudentKey student, String body, String lines) {
        return Chain.digest(student.value(), body, lines);
    }

    /** The checkpoint that is kept beside a batch; empty where there is none that can be trusted. */
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
                        new Row(row.getString(2), row.getString(3), row.getString(4)));
            }
        }
        return rows;
    }

    private static Found found(Head head, Map<StudentKey, Row> rows) {
        if (!head.rows.equals(sum(head.students.stream().map(s -> rows.get(s).digest).toList()))) {
            throw new IllegalStateException("A row is of another checkpoint");
        }
        List<Submission> submissions = head.students.parallelStream().map(s -> rows.get(s).submission(s)).toList();
        LineIndex index = new LineIndex();
        index.restoreShared(head.shared);
        head.students.forEach(s -> index.restore(s, rows.get(s).lines));
        Batch batch = Batch.restored(head.task, head.scheme, head.phrasebook, head.aids, head.covers, submissions);
        Map<StudentKey, String> digests = new HashMap<>();
        rows.forEach((s, row) -> digests.put(s, row.digest));
        return new Found(new Checkpoint(batch, head.number, head.done, head.undone), head.chain, index, digests);
    }

    private static String sum(Collection<String> digests) {
        MessageDigest sum = NewBatch.sha256();
        digests.forEach(d -> sum.update(d.getBytes(StandardCharsets.US_ASCII)));
        return HexFormat.of().formatHex(sum.digest());
    }

    /** Opens the file for writing, to go on from what was found in it. */
    static CheckpointFile open(BatchFolder folder, Found found) throws SQLException {
        return new CheckpointFile(connect(folder, SQLiteOpenMode.READWRITE), found.digests);
    }

    /** Opens the file for writing and begins anew. */
    static CheckpointFile create(BatchFolder folder) throws SQLException, IOException {
        Files.deleteIfExists(folder.checkpoint());
        Private.file(folder.checkpoint());
        Connection connection = connect(folder, SQLiteOpenMode.READWRITE);
        try (Statement statement = connection.createStatement()) {
            statement.executeUpdate("CREATE TABLE head (body TEXT NOT NULL, digest TEXT NOT NULL) STRICT");
            statement.executeUpdate("CREATE TABLE submission (student TEXT PRIMARY KEY, body TEXT NOT NULL,"
                    + " lines TEXT NOT NULL, digest TEXT NOT NULL) STRICT, WITHOUT ROWID");
            return new CheckpointFile(connection, Map.of());
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
     * Puts a checkpoint in the place of the one before, in one transaction.
     *
     * @param before what was written last; empty for the first time
     */
    void write(Checkpoint checkpoint, String chain, LineIndex index, Optional<Batch> before) throws SQLException {
        Set<StudentKey> grown = index.takeGrown();
        connection.setAutoCommit(false);
        try (PreparedStatement row = connection.prepareStatement(
                "INSERT OR REPLACE INTO submission (student, body, lines, digest) VALUES (?, ?, ?, ?)");
                PreparedStatement head = connection.prepareStatement("INSERT INTO head (body, digest) VALUES (?, ?)");
                Statement statement = connection.createStatement()) {
            for (Submission submission : changed(checkpoint.batch(), before, grown)) {
                write(submission, index, row);
            }
            statement.executeUpdate("DELETE FROM head");
            String body = BatchJson.write(head(checkpoint, chain, index));
            head.setString(1, body);
            head.setString(2, Chain.digest(body));
            head.executeUpdate();
            connection.commit();
        } finally {
            connection.setAutoCommit(true);
        }
    }

    private void write(Submission submission, LineIndex index, PreparedStatement row) throws SQLException {
        StudentKey student = submission.student().key();
        String body = BatchJson.write(StoredSubmission.of(submission));
        String lines = index.alone(student);
        String digest = rowDigest(student, body, lines);
        digests.put(student, digest);
        row.setString(1, student.value());
        row.setString(2, body);
        row.setString(3, lines);
        row.setString(4, digest);
        row.executeUpdate();
    }

    private Head head(Checkpoint checkpoint, String chain, LineIndex index) {
        Batch batch = checkpoint.batch();
        List<StudentKey> students = batch.students();
        return new Head(FORM, checkpoint.number(), chain, batch.task(), batch.scheme(), batch.phrasebook(),
                batch.aids(), batch.covers(), checkpoint.done(), checkpoint.undone(), students, index.shared(),
                sum(students.stream().map(digests::get).toList()));
    }

    /** Submissions that are not the very ones of the batch before, or have got lines since. */
    private static List<Submission> changed(Batch now, Optional<Batch> before, Set<StudentKey> grown) {
        List<Submission> all = now.submissions();
        if (before.isEmpty()) {
            return all;
        }
        List<Submission> earlier = before.get().submissions();
        List<Submission> changed = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            if (i >= earlier.size() || all.get(i) != earlier.get(i)
                    || grown.contains(all.get(i).student().key())) {
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

package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.List;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;

/**
 * The SQLite file of a batch: what was collected, and the history behind it. Write-ahead log with full synchronisation:
 * a committed line survives the program and the machine stopping. Not safe for several threads.
 */
final class Database implements AutoCloseable {
    /** Counted up whenever an older program could no longer read the file. */
    private static final int VERSION = 3;
    private final Connection connection;
    private final PreparedStatement append;

    private Database(Connection connection) throws SQLException {
        this.connection = connection;
        this.append = connection.prepareStatement("INSERT INTO history (number, at, kind, edit) VALUES (?, ?, ?, ?)");
    }

    static Database create(Path file, BatchJson.Collected collected) throws SQLException, IOException {
        Connection connection = connect(file);
        try (Statement statement = connection.createStatement()) {
            statement.executeUpdate(schema());
            statement.executeUpdate("PRAGMA user_version = " + VERSION);
            try (PreparedStatement insert = connection.prepareStatement("INSERT INTO collected (body) VALUES (?)")) {
                insert.setString(1, BatchJson.write(collected));
                insert.executeUpdate();
            }
            return new Database(connection);
        }
    }

    static Database open(Path file) throws SQLException, Problem {
        if (!Files.isRegularFile(file)) {
            throw new Problem(
                    "There is no batch in " + file.getParent() + ". Choose a folder that holds a batch.sqlite.");
        }
        Connection connection = connect(file);
        try (Statement statement = connection.createStatement();
                ResultSet version = statement.executeQuery("PRAGMA user_version")) {
            int found = version.getInt(1);
            if (found > VERSION) {
                connection.close();
                throw new Problem("The batch in " + file.getParent()
                        + " was made by a newer version of Epiglyph. Open it with that version.");
            }
            if (found < VERSION) {
                upgrade(file, found, statement);
            }
            return new Database(connection);
        }
    }

    /** Later versions know more kinds of edits and read all earlier ones. A copy of the file as it was stays beside it. */
    private static void upgrade(Path file, int found, Statement statement) throws SQLException {
        Path copy = file.resolveSibling("batch-version-" + found + ".sqlite");
        if (!Files.exists(copy)) {
            statement.execute("VACUUM INTO '" + copy.toString().replace("'", "''") + "'");
        }
        statement.executeUpdate("PRAGMA user_version = " + VERSION);
    }

    private static Connection connect(Path file) throws SQLException {
        Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        try (Statement statement = connection.createStatement()) {
            statement.execute("PRAGMA journal_mode = WAL");
            statement.execute("PRAGMA synchronous = FULL");
            statement.execute("PRAGMA busy_timeout = 2000");
        }
        return connection;
    }

    private static String schema() throws IOException {
        try (InputStream in = Database.class.getResourceAsStream("schema.sql")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    /** Adds a line of history in a transaction of its own; when this returns, it is on the disk. */
    void append(Entry entry) throws SQLException {
        append.setLong(1, entry.number());
        append.setString(2, entry.at().toString());
        append.setString(3, entry.kind().name());
        append.setString(4, BatchJson.write(entry.edit()));
        append.executeUpdate();
    }

    /** The batch as it was collected with all its history. */
    History read() throws SQLException, Problem {
        try (Statement statement = connection.createStatement()) {
            History history;
            try (ResultSet row = statement.executeQuery("SELECT body FROM collected")) {
                history = new History(batch(BatchJson.read(row.getString(1), BatchJson.Collected.class)));
            }
            try (ResultSet row = statement.executeQuery("SELECT number, at, kind, edit FROM history ORDER BY number")) {
                while (row.next()) {
                    history.replay(new Entry(row.getLong(1), Instant.parse(row.getString(2)),
                            Entry.Kind.valueOf(row.getString(3)),
                            BatchJson.read(row.getString(4), Edit.class)));
                }
            }
            return history;
        } catch (JsonProcessingException | IllegalArgumentException e) {
            throw new Problem(
                    "The batch file holds a line that this version cannot read. Nothing was changed; keep the folder and open it with a newer version.",
                    e);
        }
    }

    private static Batch batch(BatchJson.Collected collected) {
        List<Submission> submissions = collected.received()
                .stream()
                .map(r -> Submission.untouched(r.student(), r.handIns()))
                .toList();
        return Batch.collected(collected.task(), collected.scheme(), collected.phrasebook(), submissions);
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}

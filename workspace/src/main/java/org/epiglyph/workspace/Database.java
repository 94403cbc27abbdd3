package org.epiglyph.workspace;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Entry;
import org.slf4j.LoggerFactory;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteOpenMode;

/**
 * The SQLite file of a batch: what was collected, followed by the history. Write-ahead log with full synchronisation: a
 * committed line survives a crash of the program and the machine. After a failed write the connection is reopened,
 * since a statement that failed may never work again. Not thread-safe.
 */
final class Database implements AutoCloseable {
    /** Incremented whenever an older program could no longer read the file. */
    static final int VERSION = 4;
    private static final int CHAINED_SINCE = 4;
    private final Path file;
    private final boolean chained;
    private Connection connection;
    private OpenFiles files;
    private PreparedStatement append;
    private long last;
    private String chain = "";

    private Database(Path file, Connection connection, boolean chained) {
        this.file = file;
        this.connection = connection;
        this.chained = chained;
    }

    static Database create(Path file, BatchJson.Collected collected) throws SQLException, IOException {
        String body = BatchJson.write(collected);
        Connection connection = connect(file, true);
        try (Statement statement = connection.createStatement()) {
            statement.executeUpdate(schema());
            statement.executeUpdate("PRAGMA user_version = " + VERSION);
            insertCollected(connection, body);
            insertCollected(connection, body); // a second copy, on other pages of the file
            Database database = new Database(file, connection, true);
            database.prepare();
            return database;
        } catch (SQLException | IOException | RuntimeException e) {
            connection.close();
            throw e;
        }
    }

    static void insertCollected(Connection connection, String body) throws SQLException {
        try (PreparedStatement insert = connection
                .prepareStatement("INSERT INTO collected (body, digest) VALUES (?, ?)")) {
            insert.setString(1, body);
            insert.setString(2, Chain.start(body));
            insert.executeUpdate();
        }
    }

    /** Opens for writing; a batch of an older version is upgraded, and a copy is kept beside it. */
    static Database open(Path file) throws SQLException, Problem {
        Database database = look(file);
        try {
            int found = database.version();
            if (found < VERSION) {
                DatabaseUpgrade.run(database.connection, file, found);
                database.close();
                database = look(file);
            }
            database.prepare();
            return database;
        } catch (SQLException | RuntimeException e) {
            database.close();
            throw e;
        }
    }

    /** Opens for reading, whatever the version; changes nothing. */
    static Database look(Path file) throws SQLException, Problem {
        if (!Files.isRegularFile(file)) {
            throw new Problem(
                    Message.of(Database.class, "noBatch", file.getParent()));
        }
        Connection connection = connect(file, false);
        try {
            int found = new Database(file, connection, false).version();
            if (found > VERSION) {
                throw new Problem(Message.of(Database.class, "newer", file.getParent()));
            }
            return new Database(file, connection, found >= CHAINED_SINCE);
        } catch (SQLException | Problem | RuntimeException e) {
            connection.close();
            throw e;
        }
    }

    private int version() throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet version = statement.executeQuery("PRAGMA user_version")) {
            return version.getInt(1);
        }
    }

    static StoredLine line(ResultSet row) throws SQLException {
        return new StoredLine(row.getLong(1), String.valueOf(row.getString(2)), String.valueOf(row.getString(3)),
                String.valueOf(row.getString(4)));
    }

    private static Connection connect(Path file, boolean create) throws SQLException {
        SQLiteConfig config = new SQLiteConfig();
        if (!create) {
            config.resetOpenMode(SQLiteOpenMode.CREATE); // a folder that is gone must not come back empty
        }
        Connection connection = config.createConnection("jdbc:sqlite:" + file);
        try (Statement statement = connection.createStatement()) {
            statement.execute("PRAGMA journal_mode = WAL");
            statement.execute("PRAGMA synchronous = FULL");
            statement.execute("PRAGMA busy_timeout = 2000");
            return connection;
        } catch (SQLException e) {
            connection.close();
            throw e;
        }
    }

    private static String schema() throws IOException {
        try (InputStream in = Database.class.getResourceAsStream("schema.sql")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private void prepare() throws SQLException {
        append = connection
                .prepareStatement("INSERT INTO history (number, at, kind, edit, chain) VALUES (?, ?, ?, ?, ?)");
        readEnd();
        files = OpenFiles.of(file); // after the first read, which creates the log if there is none
    }

    private void readEnd() throws SQLException {
        try (Statement statement = connection.createStatement()) {
            try (ResultSet row = statement
                    .executeQuery("SELECT number, chain FROM history ORDER BY number DESC LIMIT 1")) {
                if (row.next()) {
                    last = row.getLong(1);
                    chain = row.getString(2);
                    return;
                }
            }
            try (ResultSet row = statement.executeQuery("SELECT body FROM collected LIMIT 1")) {
                last = 0;
                chain = row.next() ? Chain.start(row.getString(1)) : "";
            }
        }
    }

    /**
     * Appends lines of history in one transaction; when this returns, all are on the disk, in the file of this name.
     * Lines that are already there, since an earlier attempt succeeded after all, are skipped.
     *
     * @throws Problem if the file is gone, or is another one that does not continue the same history; nothing is
     *         written
     */
    void append(List<Entry> entries) throws SQLException, Problem {
        List<StoredLine> lines = entries.stream().map(StoredLine::of).toList();
        try {
            if (connection == null || !files.hasDatabase()) {
                reconnect(lines);
            } else if (!files.hasLog()) {
                renewLog();
            }
            write(lines.stream().filter(l -> l.number() > last).toList());
        } catch (SQLException | RuntimeException | Error e) {
            disconnect();
            throw e;
        }
    }

    /**
     * Opens the file of this name, which may be another one now, and continues with it if it holds the same history.
     */
    private void reconnect(List<StoredLine> lines) throws SQLException, Problem {
        if (!Files.exists(file)) { // a connection to a missing file stays, since the file may come back
            throw new Problem(Message.of(Database.class, "gone", file.getParent()));
        }
        disconnect();
        long lastWritten = last;
        String written = chain;
        boolean same = false;
        try {
            connection = connect(file, false);
            prepare();
            same = last == lastWritten ? chain.equals(written) : isEndOf(lines, written);
        } finally {
            if (!same) {
                disconnect();
                last = lastWritten;
                chain = written;
            }
        }
        if (!same) {
            throw new Problem(Message.of(Database.class, "another", file.getParent()));
        }
    }

    /** True if the file ends with these lines, after the history with the digest: an earlier attempt succeeded. */
    private boolean isEndOf(List<StoredLine> lines, String before) {
        String digest = before;
        for (StoredLine line : lines) {
            digest = Chain.next(digest, line);
        }
        return last == lines.getLast().number() && chain.equals(digest);
    }

    /** Moves what only the open, deleted log holds into the database, and reopens it with a new log. */
    private void renewLog() throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("PRAGMA wal_checkpoint(TRUNCATE)")) {
            if (row.getInt(1) != 0) {
                throw new SQLException("The database is in use, its log cannot be renewed yet");
            }
        }
        disconnect();
        connection = connect(file, false);
        prepare();
    }

    private void write(List<StoredLine> lines) throws SQLException {
        if (lines.size() == 1) {
            chain = insert(lines.getFirst(), chain);
            last = lines.getFirst().number();
        } else if (!lines.isEmpty()) {
            connection.setAutoCommit(false);
            String digest = chain;
            for (StoredLine line : lines) {
                digest = insert(line, digest);
            }
            connection.commit();
            connection.setAutoCommit(true);
            chain = digest;
            last = lines.getLast().number();
        }
    }

    private String insert(StoredLine line, String before) throws SQLException {
        String digest = Chain.next(before, line);
        append.setLong(1, line.number());
        append.setString(2, line.at());
        append.setString(3, line.kind());
        append.setString(4, line.edit());
        append.setString(5, digest);
        append.executeUpdate();
        return digest;
    }

    private void disconnect() {
        try {
            close();
        } catch (SQLException | RuntimeException e) {
            LoggerFactory.getLogger(Database.class).info("A connection could not be closed");
        }
        connection = null;
    }

    /** SQLite's own check of the file's pages (PRAGMA quick_check). */
    boolean isWhole() {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("PRAGMA quick_check(1)")) {
            return row.next() && "ok".equals(row.getString(1));
        } catch (SQLException e) {
            return false;
        }
    }

    /** Receives the rows of what was collected and of the history, which {@link HistoryReading} judges. */
    interface Rows {
        /**
         * One of the copies of what was collected.
         *
         * @param digest empty in files of older versions
         */
        void collected(String body, String digest);

        /**
         * One line, in numerical order.
         *
         * @return false to stop
         */
        boolean line(StoredLine line, String digest);
    }

    /** Like {@link #read(Rows, long)}, from the first line on. */
    void read(Rows rows) throws SQLException {
        read(rows, 0);
    }

    /**
     * Reads what was collected, and the lines after a number.
     *
     * @throws SQLException if the file is damaged so that rows cannot be read; rows reported before that are complete
     */
    void read(Rows rows, long after) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            try (ResultSet row = statement.executeQuery("SELECT body" + (chained ? ", digest" : ", ''")
                    + " FROM collected")) {
                while (row.next()) {
                    rows.collected(String.valueOf(row.getString(1)), String.valueOf(row.getString(2)));
                }
            }
            try (ResultSet row = statement.executeQuery("SELECT number, at, kind, edit" + (chained ? ", chain" : ", ''")
                    + " FROM history WHERE number > " + after + " ORDER BY number")) {
                boolean more = true;
                while (more && row.next()) {
                    more = rows.line(line(row), String.valueOf(row.getString(5)));
                }
            }
        }
    }

    /**
     * One line by its number, looked up directly, so that damage elsewhere does not matter.
     *
     * @return false if there is none
     */
    boolean readLine(long number, Rows rows) throws SQLException {
        try (PreparedStatement query = connection.prepareStatement("SELECT number, at, kind, edit"
                + (chained ? ", chain" : ", ''") + " FROM history WHERE number = ?")) {
            query.setLong(1, number);
            try (ResultSet row = query.executeQuery()) {
                return row.next() && rows.line(line(row), String.valueOf(row.getString(5)));
            }
        }
    }

    /** True if the line is there with exactly this content. */
    boolean holds(StoredLine line) {
        try {
            return readLine(line.number(), new Rows() {
                @Override
                public void collected(String body, String digest) {
                    throw new IllegalStateException("Only a line was asked for");
                }

                @Override
                public boolean line(StoredLine found, String digest) {
                    return found.equals(line);
                }
            });
        } catch (SQLException e) {
            return false;
        }
    }

    /** The highest number of a line; empty if it cannot be determined. */
    java.util.OptionalLong highest() {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("SELECT MAX(number) FROM history")) {
            return java.util.OptionalLong.of(row.getLong(1));
        } catch (SQLException e) {
            return java.util.OptionalLong.empty();
        }
    }

    /** The digest of the history up to the last line written. */
    String chain() {
        return chain;
    }

    /** True if the line is there and the history up to it has the digest. */
    boolean hasChain(long number, String digest) throws SQLException {
        try (PreparedStatement query = connection.prepareStatement("SELECT chain FROM history WHERE number = ?")) {
            query.setLong(1, number);
            try (ResultSet row = query.executeQuery()) {
                return chained && row.next() && digest.equals(row.getString(1));
            }
        }
    }

    boolean isChained() {
        return chained;
    }

    /** If the file was moved or replaced, SQLite leaves the log alone, which may belong to another file. */
    @Override
    public void close() throws SQLException {
        if (connection != null) {
            connection.close();
        }
    }
}

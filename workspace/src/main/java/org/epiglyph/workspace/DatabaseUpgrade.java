package org.epiglyph.workspace;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;

/** Upgrades the database of an earlier version; this version reads all earlier kinds of edits. */
final class DatabaseUpgrade {
    private DatabaseUpgrade() {}

    /**
     * Upgrades it in one transaction. A copy of the old file stays beside it.
     *
     * @param found its version
     */
    static void run(Connection connection, Path file, int found) throws SQLException {
        Path copy = file.resolveSibling("batch-version-" + found + ".sqlite");
        try (Statement statement = connection.createStatement()) {
            if (!Files.exists(copy)) {
                statement.execute("VACUUM INTO '" + copy.toString().replace("'", "''") + "'");
            }
            connection.setAutoCommit(false);
            statement.executeUpdate("ALTER TABLE collected ADD COLUMN digest TEXT NOT NULL DEFAULT ''");
            statement.executeUpdate("ALTER TABLE history ADD COLUMN chain TEXT NOT NULL DEFAULT ''");
            String body;
            try (ResultSet row = statement.executeQuery("SELECT body FROM collected")) {
                body = row.getString(1);
            }
            statement.executeUpdate("DELETE FROM collected");
            Database.insertCollected(connection, body);
            Database.insertCollected(connection, body);
            chainAll(connection, Chain.start(body));
            statement.executeUpdate("PRAGMA user_version = " + Database.VERSION);
            connection.commit();
            connection.setAutoCommit(true);
        }
    }

    private static void chainAll(Connection connection, String start) throws SQLException {
        String digest = start;
        try (PreparedStatement update = connection.prepareStatement("UPDATE history SET chain = ? WHERE number = ?");
                Statement statement = connection.createStatement();
                ResultSet row = statement
                        .executeQuery("SELECT number, at, kind, edit, chain FROM history ORDER BY number")) {
            while (row.next()) {
                StoredLine line = Database.line(row);
                digest = Chain.next(digest, line);
                update.setString(1, digest);
                update.setLong(2, line.number());
                update.addBatch();
            }
            update.executeBatch();
        }
    }
}

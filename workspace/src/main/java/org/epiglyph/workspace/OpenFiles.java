package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Optional;

/**
 * The identity of a database's files when it was opened, to tell them from others of the same names: on POSIX systems
 * an open file can be moved, deleted or replaced, and writes still go into the old one. If a system cannot tell files
 * apart, they count as the same as long as they exist.
 *
 * @param key    of the database's file; empty if the system has none
 * @param logKey of its write-ahead log; empty if there was none or the system has none
 */
record OpenFiles(Path database, Optional<Object> key, Optional<Object> logKey) {
    static OpenFiles of(Path database) {
        return new OpenFiles(database, key(database), key(log(database)));
    }

    private static Path log(Path database) {
        return database.resolveSibling(database.getFileName() + "-wal");
    }

    private static Optional<Object> key(Path file) {
        try {
            return Optional.ofNullable(Files.readAttributes(file, BasicFileAttributes.class).fileKey());
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** True if the database is still the file with its name. */
    boolean hasDatabase() {
        return Files.exists(database) && key.equals(key(database));
    }

    /** True if the write-ahead log is still the file with its name. */
    boolean hasLog() {
        return logKey.isEmpty() || logKey.equals(key(log(database)));
    }
}

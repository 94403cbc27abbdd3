package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.epiglyph.core.Message;
import org.epiglyph.places.WholeFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A batch's summary in a small file beside its database, so that the shelf need not read the history. It is valid only
 * as long as the database is the very file it was computed from and the write-ahead log is empty; otherwise it is
 * computed again.
 */
final class SummaryFile {
    private static final Logger LOG = LoggerFactory.getLogger(SummaryFile.class);

    private SummaryFile() {}

    /**
     * The state of the database when the summary was computed.
     *
     * @param bytes    its length
     * @param modified when it was last changed, in nanoseconds since 1970 as far as the file system records it
     * @param marked   number of the last line recorded as saved
     */
    record Stamp(long bytes, String modified, long marked) {
        /** Empty if the write-ahead log is not empty, or the database cannot be examined. */
        static Optional<Stamp> of(BatchFolder folder) {
            try {
                Path log = folder.database().resolveSibling(folder.database().getFileName() + "-wal");
                if (Files.exists(log) && Files.size(log) > 0) {
                    return Optional.empty();
                }
                return Optional.of(new Stamp(Files.size(folder.database()),
                        String.valueOf(Files.getLastModifiedTime(folder.database())),
                        LastMark.read(folder.lastMark()).orElse(-1L)));
            } catch (IOException e) {
                return Optional.empty();
            }
        }
    }

    /** @param findings the damage; null in summaries of earlier versions, which were written for sound batches only */
    private record Stored(Stamp stamp, Summary summary, List<Message> findings) {
        Overview overview() {
            return new Overview(summary, findings == null ? Damage.NONE : new Damage(findings));
        }
    }

    /** The stored overview of a database with this stamp; empty if there is none. */
    static Optional<Overview> read(BatchFolder folder, Stamp stamp) {
        try {
            Stored kept = BatchJson.read(Files.readString(folder.summary()), Stored.class);
            return Optional.ofNullable(kept)
                    .filter(k -> stamp.equals(k.stamp()) && k.summary() != null
                            && k.summary().isWhole())
                    .map(Stored::overview);
        } catch (IOException | RuntimeException e) {
            return Optional.empty(); // not written yet, damaged, or of another version
        }
    }

    /** Writes the summary of a batch that is being closed; an unchanged batch has one already. */
    static void update(BatchFolder folder, Supplier<Overview> overview) {
        Stamp.of(folder).filter(s -> read(folder, s).isEmpty()).ifPresent(s -> write(folder, s, overview.get()));
    }

    /** The pace stored last: a session without an edit says nothing about it. */
    private static Optional<Duration> pace(BatchFolder folder) {
        try {
            return Optional.ofNullable(BatchJson.read(Files.readString(folder.summary()), Stored.class))
                    .flatMap(k -> Optional.ofNullable(k.summary()))
                    .flatMap(s -> s.pace() == null ? Optional.empty() : s.pace());
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** Saves a summary; if that fails, the shelf reads the history next time. */
    static void write(BatchFolder folder, Stamp stamp, Overview overview) {
        try {
            Summary summary = overview.summary();
            Summary kept = summary.pace().isPresent() ? summary : summary.withPace(pace(folder));
            WholeFile.write(folder.summary(), beside -> Files.writeString(beside,
                    BatchJson.write(new Stored(stamp, kept, overview.damage().findings()))));
        } catch (IOException | RuntimeException e) {
            LOG.info("A summary could not be kept ({})", e.getClass());
        }
    }
}

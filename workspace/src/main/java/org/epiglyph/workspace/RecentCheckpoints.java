package org.epiglyph.workspace;

import java.io.IOException;
import java.lang.ref.SoftReference;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.LinkedHashMap;
import java.util.Optional;
import java.util.SequencedMap;

/**
 * The checkpoints of the batches that this program had open last, decoded, so that going back to a batch need not
 * decode thousands of rows again. One counts as long as its file is the one that it was read from or written to. They
 * are dropped when memory is short. Thread-safe.
 */
final class RecentCheckpoints {
    private static final int CAPACITY = 4;
    private static final SequencedMap<Path, SoftReference<Remembered>> BY_FILE = new LinkedHashMap<>();

    private RecentCheckpoints() {}

    private record Remembered(CheckpointFile.Found found, Stamp stamp) {}

    /** Changes whenever the file is written. */
    private record Stamp(long bytes, FileTime written) {
        static Optional<Stamp> of(Path file) {
            try {
                BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
                return Optional.of(new Stamp(attributes.size(), attributes.lastModifiedTime()));
            } catch (IOException e) {
                return Optional.empty();
            }
        }
    }

    /** The checkpoint beside a batch, from its file if it is not remembered; empty if none can be trusted. */
    static Optional<CheckpointFile.Found> read(BatchFolder folder) {
        Optional<Stamp> stamp = Stamp.of(folder.checkpoint());
        Optional<CheckpointFile.Found> recent = stamp.flatMap(s -> find(folder.checkpoint(), s));
        if (recent.isPresent()) {
            return recent;
        }
        Optional<CheckpointFile.Found> read = CheckpointFile.read(folder);
        if (read.isPresent() && stamp.equals(Stamp.of(folder.checkpoint()))) {
            remember(folder, read.get());
        }
        return read;
    }

    private static Optional<CheckpointFile.Found> find(Path file, Stamp stamp) {
        synchronized (BY_FILE) {
            return Optional.ofNullable(BY_FILE.get(file))
                    .map(SoftReference::get)
                    .filter(r -> r.stamp.equals(stamp))
                    .map(Remembered::found);
        }
    }

    /** Remembers what a batch's file contains now; the file must not be open for writing any more. */
    static void remember(BatchFolder folder, CheckpointFile.Found found) {
        Path file = folder.checkpoint();
        Optional<Stamp> stamp = Stamp.of(file);
        synchronized (BY_FILE) {
            BY_FILE.remove(file);
            stamp.ifPresent(s -> BY_FILE.putLast(file, new SoftReference<>(new Remembered(found, s))));
            if (BY_FILE.size() > CAPACITY) {
                BY_FILE.pollFirstEntry();
            }
        }
    }
}

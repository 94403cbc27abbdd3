package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.epiglyph.core.Problem;
import org.epiglyph.places.OneAtATime;
import org.epiglyph.places.WholeFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Outgoing files, made once per run of the program and copied as long as nothing they are made of changes. Another run
 * makes them again, since it may be another version. Thread-safe.
 */
final class OutputCache {
    private static final Logger LOG = LoggerFactory.getLogger(OutputCache.class);
    private static final Map<Path, Made> MADE = new ConcurrentHashMap<>();

    private OutputCache() {}

    /**
     * @param written when the cached file was written; it is the same file on disk as the outgoing one, which another
     *                program may have changed
     * @param value   the value returned when it was made
     */
    private record Made(String key, long bytes, FileTime written, Object value) {
        boolean isUnchanged(Path kept) throws IOException {
            return Files.size(kept) == bytes && Files.getLastModifiedTime(kept).equals(written);
        }
    }

    /** Makes a file. */
    @FunctionalInterface
    interface Making<T> {
        T make() throws Problem;
    }

    /**
     * Provides a file, by copying or by making it.
     *
     * @param kept   where a copy is cached, for one purpose at a time
     * @param key    everything it is made of
     * @param target where it shall be
     * @param making makes it there
     * @return the value returned when it was made
     */
    @SuppressWarnings("unchecked") // one kept file is always of one kind
    static <T> T get(Path kept, String key, Path target, Making<T> making) throws Problem {
        // a proof may be made in another form at the same time
        Optional<Made> made = OneAtATime.at(kept, () -> Optional.ofNullable(MADE.get(kept))
                .filter(m -> m.key.equals(key) && copied(kept, m, target)));
        if (made.isPresent()) {
            return (T) made.get().value;
        }
        T value = making.make();
        return OneAtATime.at(kept, () -> {
            store(kept, key, target, value);
            return value;
        });
    }

    private static boolean copied(Path kept, Made made, Path target) {
        try {
            if (!made.isUnchanged(kept)) {
                return false;
            }
            Files.createDirectories(target.getParent());
            WholeFile.write(target, beside -> {
                if (!linked(kept, beside)) {
                    Files.copy(kept, beside, StandardCopyOption.REPLACE_EXISTING);
                }
            });
            return Files.size(target) == made.bytes;
        } catch (IOException e) {
            return false; // then it is made
        }
    }

    /** Written files are never modified, only replaced, so that one file may have two names. */
    private static boolean linked(Path file, Path name) {
        try {
            Files.deleteIfExists(name);
            Files.createLink(name, file);
            return true;
        } catch (IOException | UnsupportedOperationException e) {
            return false; // on another disk, or on one without links
        }
    }

    /** A file on another disk is not cached, since copying it would take as long as making it. */
    private static void store(Path kept, String key, Path target, Object value) {
        MADE.remove(kept);
        try {
            Files.createDirectories(kept.getParent());
            Path beside = kept.resolveSibling(kept.getFileName() + ".part");
            if (linked(target, beside)) {
                Files.move(beside, kept, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
                MADE.put(kept, new Made(key, Files.size(kept), Files.getLastModifiedTime(kept), value));
            }
        } catch (IOException e) {
            LOG.info("A file that goes out is not kept ({})", e.getClass().getSimpleName());
        }
    }
}

package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HashSet;
import java.util.Set;

/** Files that are there whole or not at all: an earlier one stays until the new one is written to its end. */
public final class WholeFile {
    /** What is being written now, under the set's own lock. */
    private static final Set<Path> BUSY = new HashSet<>();

    private WholeFile() {}

    /** Writes a file's content. */
    @FunctionalInterface
    public interface Writing {
        /** @param beside the file to write, in the folder of the one that it replaces */
        void to(Path beside) throws IOException;
    }

    /**
     * Writes a file beside the one of that name and moves it into its place. Of several threads that write one file, one waits for
     * the other.
     *
     * @throws IOException where that fails; what was there is as before, and nothing half written is left
     */
    public static void write(Path file, Writing writing) throws IOException {
        Path name = file.toAbsolutePath().normalize();
        begin(name);
        try {
            writeBeside(file, writing);
        } finally {
            end(name);
        }
    }

    private static void begin(Path name) {
        boolean interrupted = false;
        synchronized (BUSY) {
            while (!BUSY.add(name)) {
                try {
                    BUSY.wait();
                } catch (InterruptedException e) {
                    interrupted = true; // the other is done soon, and whoever stops this one asks again
                }
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private static void end(Path name) {
        synchronized (BUSY) {
            BUSY.remove(name);
            BUSY.notifyAll();
        }
    }

    private static void writeBeside(Path file, Writing writing) throws IOException {
        Path beside = file.resolveSibling(file.getFileName() + ".part");
        try {
            writing.to(beside);
            Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException | RuntimeException | Error e) {
            try {
                Files.deleteIfExists(beside);
            } catch (IOException left) {
                e.addSuppressed(left);
            }
            throw e;
        }
    }
}

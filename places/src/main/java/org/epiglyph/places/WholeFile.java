package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Files that exist completely or not at all: an earlier one stays until the new one is written to its end. */
public final class WholeFile {
    private WholeFile() {}

    /** Writes a file's content. */
    @FunctionalInterface
    public interface Writing {
        /** @param beside the file to write, in the folder of the one that it replaces */
        void to(Path beside) throws IOException;
    }

    /**
     * Writes a file beside the one of that name and moves it into its place. Of several threads that write one file,
     * one waits for the other.
     *
     * @throws IOException if that fails; the existing file is unchanged, and nothing half written is left
     */
    public static void write(Path file, Writing writing) throws IOException {
        OneAtATime.<Void, IOException>at(file, () -> {
            writeBeside(file, writing);
            return null;
        });
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

package org.epiglyph.places;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** Folder trees. Links are reported and never followed; whatever cannot be read is an {@link IOException}. */
public final class FolderTree {
    private FolderTree() {}

    /** A folder and everything in it, each folder before its content, sorted by name. */
    public static List<Path> all(Path root) throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            return all.sorted().toList();
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** What is directly in a folder, sorted by name. */
    public static List<Path> entries(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.sorted().toList();
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** Deletes a folder with everything in it, or a file, if it exists. */
    public static void delete(Path root) throws IOException {
        if (Files.exists(root, LinkOption.NOFOLLOW_LINKS)) {
            for (Path path : all(root).reversed()) {
                Files.deleteIfExists(path);
            }
        }
    }
}

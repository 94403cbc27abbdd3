package org.epiglyph.documents;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;

/** Folders for property tests in which each try needs its own; deleted when the tests end. */
final class TestFolders {
    private TestFolders() {}

    static Path make(String name) throws IOException {
        Path folder = Files.createTempDirectory(name);
        Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(folder)));
        return folder;
    }

    private static void delete(Path folder) {
        try (Stream<Path> walk = Files.walk(folder)) {
            walk.sorted((a, b) -> b.compareTo(a)).forEach(path -> path.toFile().delete());
        } catch (IOException e) {
            System.err.println(folder + " is left: " + e);
        }
    }
}

package org.epiglyph.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.epiglyph.demo.DemoWorld;

/** The demo's office and shelf, created once for all tests of a run and copied for each. */
public final class DemoCopy {
    private static Path made;

    private DemoCopy() {}

    /** Creates an office and a shelf as they are before anything was collected. */
    public static synchronized void make(Path office, Path shelf) throws Exception {
        if (made == null) {
            Path fresh = Files.createTempDirectory("epiglyph-demo");
            DemoWorld.make(fresh.resolve("office"), fresh.resolve("shelf"));
            made = fresh;
            Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(fresh)));
        }
        copy(made.resolve("office"), office);
        copy(made.resolve("shelf"), shelf);
    }

    private static List<Path> all(Path root) throws IOException {
        try (Stream<Path> walk = Files.walk(root)) {
            return walk.toList();
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        Files.createDirectories(to);
        for (Path path : all(from)) {
            Path copy = to.resolve(from.relativize(path).toString());
            if (Files.isDirectory(path)) {
                Files.createDirectories(copy);
            } else {
                Files.copy(path, copy, StandardCopyOption.COPY_ATTRIBUTES);
            }
        }
    }

    private static void delete(Path root) {
        try {
            for (Path path : all(root).stream().sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}

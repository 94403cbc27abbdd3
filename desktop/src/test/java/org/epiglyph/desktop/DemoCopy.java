package org.epiglyph.desktop;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.places.FolderTree;

/**
 * The demo's office and shelf, created once and copied for each test. Test processes share what was created, and so do
 * later runs until the code that creates it changes.
 */
public final class DemoCopy {
    private static final Path ALL = Path.of("target", "demo-worlds");
    private static Path made;

    private DemoCopy() {}

    /** Creates an office and a shelf as they are before anything was collected. */
    public static synchronized void make(Path office, Path shelf) throws Exception {
        if (made == null) {
            made = made();
        }
        copy(made.resolve("office"), office);
        copy(made.resolve("shelf"), shelf);
    }

    /** The shared world; the first process that needs it creates it while the others wait. */
    private static Path made() throws Exception {
        Path world = ALL.resolve(version());
        Files.createDirectories(ALL);
        try (FileChannel lock = FileChannel.open(ALL.resolve("lock"), StandardOpenOption.CREATE,
                StandardOpenOption.WRITE)) {
            lock.lock();
            if (!Files.exists(world)) {
                for (Path earlier : FolderTree.entries(ALL)) {
                    if (Files.isDirectory(earlier)) {
                        FolderTree.delete(earlier);
                    }
                }
                Path growing = Files.createTempDirectory(ALL, "growing");
                DemoWorld.make(growing.resolve("office"), growing.resolve("shelf"));
                Files.move(growing, world, StandardCopyOption.ATOMIC_MOVE);
            }
        }
        return world;
    }

    /** A digest of the modules that create the world. */
    private static String version() throws Exception {
        MessageDigest digest = MessageDigest.getInstance("SHA-256");
        for (Class<?> type : List.of(DemoWorld.class, Progress.class, OpenDocument.class, Problem.class)) {
            Path module = Path.of(type.getProtectionDomain().getCodeSource().getLocation().toURI());
            for (Path file : FolderTree.all(module)) {
                if (Files.isRegularFile(file)) {
                    digest.update(Files.readAllBytes(file));
                }
            }
        }
        return HexFormat.of().formatHex(digest.digest(), 0, 8);
    }

    private static void copy(Path from, Path to) throws IOException {
        Files.createDirectories(to);
        for (Path path : FolderTree.all(from)) {
            Path copy = to.resolve(from.relativize(path).toString());
            if (Files.isDirectory(path)) {
                Files.createDirectories(copy);
            } else {
                Files.copy(path, copy, StandardCopyOption.COPY_ATTRIBUTES);
            }
        }
    }
}

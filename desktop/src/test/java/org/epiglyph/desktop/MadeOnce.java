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
import org.epiglyph.workspace.Workspace;

/**
 * Folders that are created once and copied for each test. Test processes share what was created, and so do later runs
 * until the code that creates it changes.
 */
final class MadeOnce {
    private static final Path ALL = Path.of("target", "made-once");
    private static Path current;

    private MadeOnce() {}

    /** Creates what a folder holds. */
    interface Making {
        void into(Path folder) throws Exception;
    }

    /** The shared folder of this name; the first process that needs it creates it while the others wait. */
    static synchronized Path folder(String name, Making making) throws Exception {
        if (current == null) {
            current = ALL.resolve(version());
        }
        Path wanted = current.resolve(name);
        if (!Files.exists(wanted)) {
            make(wanted, making);
        }
        return wanted;
    }

    static void copy(Path from, Path to) throws IOException {
        Files.createDirectories(to);
        for (Path path : FolderTree.all(from)) {
            Path copy = to.resolve(from.relativize(path).toString());
            if (Files.isDirectory(path)) {
                Files.createDirectories(copy);
            } else {
                Files.copy(path, copy, StandardCopyOption.COPY_ATTRIBUTES, StandardCopyOption.REPLACE_EXISTING);
            }
        }
    }

    private static void make(Path wanted, Making making) throws Exception {
        Files.createDirectories(ALL);
        try (FileChannel lock = FileChannel.open(ALL.resolve("lock"), StandardOpenOption.CREATE,
                StandardOpenOption.WRITE)) {
            lock.lock();
            if (Files.exists(wanted)) {
                return; // another process was first
            }
            deleteEarlier();
            Files.createDirectories(current);
            Path growing = Files.createTempDirectory(current, "growing");
            making.into(growing);
            Files.move(growing, wanted, StandardCopyOption.ATOMIC_MOVE);
        }
    }

    private static void deleteEarlier() throws IOException {
        for (Path earlier : FolderTree.entries(ALL)) {
            if (Files.isDirectory(earlier) && !earlier.equals(current)) {
                FolderTree.delete(earlier);
            }
        }
    }

    /** A digest of the code that creates the folders. */
    private static String version() throws Exception {
        MessageDigest digest = MessageDigest.getInstance("SHA-256");
        for (Class<?> type : List.of(DemoWorld.class, Progress.class, Workspace.class, OpenDocument.class,
                Problem.class)) {
            for (Path file : FolderTree.all(home(type))) {
                if (Files.isRegularFile(file)) {
                    digest.update(Files.readAllBytes(file));
                }
            }
        }
        digest.update(Files.readAllBytes(home(SmallBatch.class).resolve("org/epiglyph/desktop/SmallBatch.class")));
        return HexFormat.of().formatHex(digest.digest(), 0, 8);
    }

    private static Path home(Class<?> type) throws Exception {
        return Path.of(type.getProtectionDomain().getCodeSource().getLocation().toURI());
    }
}

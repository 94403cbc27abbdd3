package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/** Files and folders for their owner alone, where the system has such rights. */
public final class Private {
    private Private() {}

    /** Makes a new empty file that nobody else may read, or takes others' rights from one that is there. */
    public static void file(Path file) throws IOException {
        try {
            Files.createFile(file);
        } catch (FileAlreadyExistsException e) {
            // its rights are set below
        }
        restrict(file, "rw-------");
    }

    /** Makes a folder, with those above it, into which nobody else may look. */
    public static void folder(Path folder) throws IOException {
        Files.createDirectories(folder);
        restrict(folder, "rwx------");
    }

    private static void restrict(Path path, String rights) throws IOException {
        Set<String> views = path.getFileSystem().supportedFileAttributeViews();
        if (views.contains("posix") && Files.getOwner(path).getName().equals(System.getProperty("user.name"))) {
            Files.setPosixFilePermissions(path, PosixFilePermissions.fromString(rights));
        }
    }
}

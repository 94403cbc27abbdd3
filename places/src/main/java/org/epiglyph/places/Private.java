package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserPrincipal;
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

    /** False for what another user of the machine has made, and for links, as far as the system tells. */
    public static boolean isOwn(Path path) {
        if (!path.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            return true;
        }
        try {
            return !Files.isSymbolicLink(path) && Files.getOwner(path, LinkOption.NOFOLLOW_LINKS).equals(user());
        } catch (IOException e) {
            return false;
        }
    }

    /** Who runs this; not every user has a name. */
    private static UserPrincipal user() throws IOException {
        try (TemporaryFolder probe = TemporaryFolder.make("owner")) {
            return Files.getOwner(probe.path());
        }
    }

    private static void restrict(Path path, String rights) throws IOException {
        Set<String> views = path.getFileSystem().supportedFileAttributeViews();
        if (views.contains("posix") && Files.getOwner(path).getName().equals(System.getProperty("user.name"))) {
            Files.setPosixFilePermissions(path, PosixFilePermissions.fromString(rights));
        }
    }
}

package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserPrincipal;
import java.util.Set;

/** Files and folders for their owner only, if the system has such permissions. */
public final class Private {
    private Private() {}

    /** Creates an empty file that nobody else may read, or restricts the permissions of an existing one. */
    public static void file(Path file) throws IOException {
        try {
            Files.createFile(file);
        } catch (FileAlreadyExistsException e) {
            // its permissions are set below
        }
        restrict(file, "rw-------");
    }

    /** Creates a folder, with its parents, that nobody else may read. */
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

    /** The current user; not every user has a name. */
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

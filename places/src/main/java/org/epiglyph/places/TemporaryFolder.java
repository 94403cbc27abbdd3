package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A folder for temporary files that is deleted when it is closed. Its name contains the id of the process that made it.
 */
public final class TemporaryFolder implements AutoCloseable {
    private static final Pattern OURS = Pattern.compile("\\.?epiglyph-([0-9]+)-.*");
    private final Path path;

    private TemporaryFolder(Path path) {
        this.path = path;
    }

    /**
     * Creates one in the system's temporary folder, readable by its owner only if the system has such permissions.
     *
     * @param what its purpose, one word
     */
    public static TemporaryFolder make(String what) throws IOException {
        return new TemporaryFolder(Files.createTempDirectory(prefix(what)));
    }

    /** Creates one in another place, for files that will be moved nearby. */
    public static TemporaryFolder makeIn(Path parent, String what) throws IOException {
        return new TemporaryFolder(Files.createTempDirectory(parent, "." + prefix(what)));
    }

    private static String prefix(String what) {
        return "epiglyph-" + ProcessHandle.current().pid() + "-" + what + "-";
    }

    public Path path() {
        return path;
    }

    /** Deletes folders whose process no longer runs. What cannot be deleted stays. */
    public static void sweep(Path place) {
        List<Path> left;
        try {
            left = FolderTree.entries(place).stream().filter(TemporaryFolder::isAbandoned).toList();
        } catch (IOException e) {
            return; // nothing can be deleted from a place that cannot be listed
        }
        for (Path folder : left) {
            try {
                FolderTree.delete(folder);
            } catch (IOException e) {
                // somebody else's, or in use: retried at the next start
            }
        }
    }

    /** Like {@link #sweep(Path)}, in the system's temporary folder. */
    public static void sweep() {
        sweep(Path.of(System.getProperty("java.io.tmpdir")));
    }

    private static boolean isAbandoned(Path folder) {
        Matcher name = OURS.matcher(String.valueOf(folder.getFileName()));
        return name.matches() && name.group(1).length() < 18 && Files.isDirectory(folder)
                && ProcessHandle.of(Long.parseLong(name.group(1))).filter(ProcessHandle::isAlive).isEmpty();
    }

    @Override
    public void close() throws IOException {
        FolderTree.delete(path);
    }
}

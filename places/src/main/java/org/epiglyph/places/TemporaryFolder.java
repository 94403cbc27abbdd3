package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A folder for temporary files that goes when it is closed. Its name says whose process made it. */
public final class TemporaryFolder implements AutoCloseable {
    private static final Pattern OURS = Pattern.compile("\\.?epiglyph-([0-9]+)-.*");
    private final Path path;

    private TemporaryFolder(Path path) {
        this.path = path;
    }

    /**
     * Makes one in the system's folder for temporary files, readable by its owner alone where the system has such rights.
     *
     * @param what what it is for, a word
     */
    public static TemporaryFolder make(String what) throws IOException {
        return new TemporaryFolder(Files.createTempDirectory(prefix(what)));
    }

    /** Makes one in another place, for what will be moved to its neighbourhood. */
    public static TemporaryFolder makeIn(Path parent, String what) throws IOException {
        return new TemporaryFolder(Files.createTempDirectory(parent, "." + prefix(what)));
    }

    private static String prefix(String what) {
        return "epiglyph-" + ProcessHandle.current().pid() + "-" + what + "-";
    }

    public Path path() {
        return path;
    }

    /** Takes away folders in a place whose process is no more. What cannot be deleted stays. */
    public static void sweep(Path place) {
        List<Path> left;
        try {
            left = FolderTree.entries(place).stream().filter(TemporaryFolder::isAbandoned).toList();
        } catch (IOException e) {
            return; // a place that cannot be listed has nothing that could be taken away
        }
        for (Path folder : left) {
            try {
                FolderTree.delete(folder);
            } catch (IOException e) {
                // somebody else's, or in use: it is tried again at the next start
            }
        }
    }

    /** As {@link #sweep(Path)}, in the system's folder for temporary files. */
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

package org.epiglyph.places;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Lets threads stand back for others. Only Linux gives each thread a niceness of its own that anybody may raise, and none
 * may lower again without rights; a thread hands it on to those that it starts. Elsewhere nothing is done.
 */
public final class Niceness {
    private static final Path THREADS = Path.of("/proc/self/task");
    private static final Path THIS_THREAD = Path.of("/proc/thread-self");
    /** As the kernel counts: 0 is usual, 19 the most. A thread at 10 has a tenth of what one at 0 gets. */
    private static final String NICE = "10";

    private Niceness() {}

    /**
     * Makes all threads of this program nice whose name begins so; the kernel knows the first 15 letters of a name.
     *
     * @throws IOException if the threads cannot be listed, or the system has no {@code renice}
     */
    public static void raise(String name) throws IOException {
        if (Files.isDirectory(THREADS)) {
            try (DirectoryStream<Path> threads = Files.newDirectoryStream(THREADS)) {
                for (Path thread : threads) {
                    if (name(thread).startsWith(name)) {
                        renice(thread);
                    }
                }
            }
        }
    }

    /**
     * Makes this thread nice, and those that it starts from now on; not for virtual threads.
     *
     * @throws IOException if the system has no {@code renice}
     */
    public static void raise() throws IOException, InterruptedException {
        if (Files.isSymbolicLink(THIS_THREAD)) {
            renice(Files.readSymbolicLink(THIS_THREAD)).waitFor();
        }
    }

    private static Process renice(Path thread) throws IOException {
        return new ProcessBuilder("renice", "-n", NICE, "-p", thread.getFileName().toString()).redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
    }

    private static String name(Path thread) {
        try {
            return Files.readString(thread.resolve("comm"));
        } catch (IOException e) { // it has ended meanwhile
            return "";
        }
    }
}

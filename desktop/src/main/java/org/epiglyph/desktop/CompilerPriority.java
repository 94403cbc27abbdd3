package org.epiglyph.desktop;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Gives the window priority on the processors while the program starts: the virtual machine's optimizing compiler,
 * which is busy then with code that hardly runs again, takes what is left. The quick compiler is left alone, since
 * everything waits for it. Only Linux has a priority for each thread that any user may lower; elsewhere nothing is
 * done.
 */
final class CompilerPriority {
    private static final Path THREADS = Path.of("/proc/self/task");
    /** The kernel's name of the virtual machine's thread; it truncates names to 15 letters. */
    private static final String OPTIMIZING = "C2 CompilerThre";
    /** On the kernel's scale: 0 is normal, 19 the lowest. At 10 a thread gets a tenth of the share of others. */
    private static final String NICENESS = "10";

    private CompilerPriority() {}

    /** @throws IOException if the threads cannot be listed, or the system has no {@code renice} */
    static void lower() throws IOException {
        if (!Files.isDirectory(THREADS)) {
            return;
        }
        try (DirectoryStream<Path> threads = Files.newDirectoryStream(THREADS)) {
            for (Path thread : threads) {
                if (name(thread).startsWith(OPTIMIZING)) {
                    new ProcessBuilder("renice", "-n", NICENESS, "-p", thread.getFileName().toString())
                            .redirectErrorStream(true)
                            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                            .start();
                }
            }
        }
    }

    private static String name(Path thread) {
        try {
            return Files.readString(thread.resolve("comm"));
        } catch (IOException e) { // it has ended meanwhile
            return "";
        }
    }
}

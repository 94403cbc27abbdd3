package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;

/** In a separate virtual machine, so that the tests' compiler keeps its priority. */
@EnabledOnOs(OS.LINUX)
class CompilerPriorityTest {
    /**
     * The position of the nice value in a thread's {@code stat} after the name in brackets (proc_pid_stat(5), field
     * 19).
     */
    private static final int NICENESS = 16;

    /** Lowers the priority and prints the threads with an unusual nice value. */
    static final class Child {
        public static void main(String[] arguments) throws Exception {
            CompilerPriority.lower();
            long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(10);
            while (lowered().isEmpty() && System.nanoTime() < until) {
                Thread.sleep(20);
            }
            lowered().forEach(System.out::println);
        }

        private static List<String> lowered() throws IOException {
            String usual = niceness(Path.of("/proc/thread-self"));
            List<String> lowered = new ArrayList<>();
            try (Stream<Path> threads = Files.list(Path.of("/proc/self/task"))) {
                for (Path thread : threads.toList()) {
                    String niceness = niceness(thread);
                    if (!niceness.equals(usual)) {
                        lowered.add(Files.readString(thread.resolve("comm")).strip() + ": " + niceness);
                    }
                }
            }
            return lowered;
        }

        private static String niceness(Path thread) throws IOException {
            String stat = Files.readString(thread.resolve("stat"));
            return stat.substring(stat.lastIndexOf(')') + 2).split(" ")[NICENESS];
        }
    }

    @Test
    void lowersOnlyTheOptimizingCompiler() throws Exception {
        Process child = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(), "-cp",
                System.getProperty("java.class.path"), Child.class.getName()).redirectErrorStream(true).start();
        assertThat(child.inputReader().lines()).isNotEmpty().containsOnly("C2 CompilerThre: 10");
        assertThat(child.waitFor()).isZero();
    }
}

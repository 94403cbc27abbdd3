package org.epiglyph.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Measures in a process of its own, which prints its figures line by line: a name and a number. */
final class OwnProcess {
    private OwnProcess() {}

    /**
     * @param flags for its virtual machine, besides those that a window needs
     * @throws IOException if it fails
     */
    static Map<String, Double> figures(List<String> flags, Class<?> main, String... arguments)
            throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(ProcessHandle.current().info().command().orElseThrow(),
                "-Djava.awt.headless=true", "--enable-native-access=javafx.graphics,ALL-UNNAMED", "--module-path",
                System.getProperty("jdk.module.path", ""), "--add-modules", "javafx.controls", "-cp",
                System.getProperty("java.class.path")));
        command.addAll(1, flags);
        command.add(main.getName());
        command.addAll(List.of(arguments));
        Process process = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
        Map<String, Double> said = new HashMap<>();
        process.inputReader().lines().forEach(line -> {
            System.out.println(line);
            String[] parts = line.split(" ");
            said.put(parts[0], Double.parseDouble(parts[1]));
        });
        if (process.waitFor() != 0) {
            throw new IOException(main.getSimpleName() + " ended with " + process.exitValue());
        }
        return said;
    }
}

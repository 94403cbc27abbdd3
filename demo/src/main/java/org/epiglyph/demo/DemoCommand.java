package org.epiglyph.demo;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Makes the demo's world where it is missing, starts the record office, and runs the program beside it. */
@Command(name = "demo", mixinStandardHelpOptions = true, version = "0.1.0", description = "Starts the program with the demo's class and a record office.")
public final class DemoCommand implements Callable<Integer> {
    @Option(names = "--home", required = true, description = "Where the demo keeps its world.")
    private Path home;
    @Option(names = "--fresh", description = "Forgets all earlier marking in the demo and begins anew.")
    private boolean fresh;
    @Option(names = "--make-only", description = "Makes the world and stops.")
    private boolean makeOnly;
    @Option(names = "--office", description = "The command that starts the record office, one part an option.", hidden = true)
    private List<String> office = new ArrayList<>();
    @Parameters(description = "The command that starts the program.", hidden = true)
    private List<String> program = new ArrayList<>();

    public static void main(String[] arguments) {
        System.exit(new CommandLine(new DemoCommand()).execute(arguments));
    }

    @Override
    public Integer call() throws IOException, InterruptedException {
        Path data = home.resolve("record-office");
        Path shelf = home.resolve("shelf");
        if (fresh && Files.exists(home)) {
            clear();
        }
        DemoWorld.make(data, shelf);
        MixedClass.make(home.resolve("by mail"), ClassList.members().size());
        Path hand = home.resolve("hand.trace");
        try (InputStream trace = DemoCommand.class.getResourceAsStream("hand.trace")) {
            Files.copy(trace, hand, StandardCopyOption.REPLACE_EXISTING);
        }
        if (makeOnly || office.isEmpty()) {
            System.out.println("The demo's world is in " + home);
            return 0;
        }
        List<String> command = new ArrayList<>(office);
        RememberedPort port = new RememberedPort(home.resolve("port"));
        command.addAll(List.of("--data", data.toString(), "--port", Integer.toString(port.wanted())));
        Process server = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
        Runtime.getRuntime().addShutdownHook(new Thread(server::destroy));
        try (BufferedReader lines = server.inputReader(StandardCharsets.UTF_8)) {
            String line = lines.readLine();
            if (line == null || !line.contains("http://")) {
                System.err.println("The record office did not start.");
                return 1;
            }
            String address = line.substring(line.indexOf("http://"));
            port.keep(address);
            System.out.println(line);
            System.out.println(
                    "A student's record: " + address + "/students/" + ClassList.members().getFirst().sourcedId());
            System.out.println("A class that came by mail, to collect from files: " + home.resolve("by mail"));
            List<String> run = new ArrayList<>(program);
            run.addAll(List.of("--shelf", shelf.toString(), "--record-office", address, "--token-file",
                    data.resolve("token").toString(), "--tablet", hand.toString()));
            Process desk = new ProcessBuilder(run).inheritIO().start();
            Runtime.getRuntime().addShutdownHook(new Thread(desk::destroy));
            return desk.waitFor();
        } finally {
            server.destroy();
        }
    }

    /** Removes only what the demo itself makes. */
    private void clear() throws IOException {
        for (String part : List.of("record-office", "shelf", "by mail")) {
            Path root = home.resolve(part);
            if (Files.exists(root)) {
                try (var all = Files.walk(root)) {
                    for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
                        Files.delete(path);
                    }
                }
            }
        }
    }
}

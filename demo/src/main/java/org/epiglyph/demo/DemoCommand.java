package org.epiglyph.demo;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.epiglyph.carrier.Speaking;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.places.FolderTree;
import org.epiglyph.workspace.Workspace;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;

/** Creates the demo's world if it is missing, starts the record office, and runs the program beside it. */
@Command(name = "demo", mixinStandardHelpOptions = true, version = "0.1.0", description = "Starts the program with the demo's class and a record office.")
public final class DemoCommand implements Callable<Integer> {
    /** The text of the recorded voice that ships with the demo. */
    private static final String SPOKEN = "Your curve for the standard port is right. Look again at the secondary port."
            + " Which correction did you take, and why? Write it in one line, and add the units.";

    @Option(names = "--home", required = true, description = "The folder of the demo's data.")
    private Path home;
    @Option(names = "--fresh", description = "Deletes all earlier marking in the demo and starts over.")
    private boolean fresh;
    @Option(names = "--make-only", description = "Creates the demo's data and stops.")
    private boolean makeOnly;
    @Option(names = "--office", description = "The command that starts the record office, one option per argument.", hidden = true)
    private List<String> office = new ArrayList<>();
    @Option(names = "--collect", description = "The command that collects a batch, one option per argument.", hidden = true)
    private List<String> collect = new ArrayList<>();
    @Parameters(description = "The command that starts the program.", hidden = true)
    private List<String> program = new ArrayList<>();

    public static void main(String[] arguments) {
        System.exit(new CommandLine(new DemoCommand()).execute(arguments));
    }

    private Path copied(String name) throws IOException {
        Path copy = home.resolve(name);
        try (InputStream in = DemoCommand.class.getResourceAsStream(name)) {
            Files.copy(in, copy, StandardCopyOption.REPLACE_EXISTING);
        }
        return copy;
    }

    private Process startOffice(Path data, RememberedPort port) throws IOException {
        List<String> command = new ArrayList<>(office);
        command.addAll(List.of("--data", data.toString(), "--port", Integer.toString(port.preferred())));
        Process server = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
        Runtime.getRuntime().addShutdownHook(new Thread(server::destroy));
        return server;
    }

    private int runProgram(List<String> with) throws IOException, InterruptedException {
        List<String> run = new ArrayList<>(program);
        run.addAll(with);
        Process desk = new ProcessBuilder(run).inheritIO().start();
        Runtime.getRuntime().addShutdownHook(new Thread(desk::destroy));
        return desk.waitFor();
    }

    private static String mailPort(String line) {
        return line == null ? "0" : line.replaceAll(".*at port (\\d+).*", "$1");
    }

    private void printAddresses(String address) {
        System.out.println("Letters that are sent are shown at " + address + "/mail");
        System.out
                .println("A student's record: " + address + "/students/" + ClassList.members().getFirst().sourcedId());
        System.out.println("A class whose work came by mail, to collect from files: " + home.resolve("by mail"));
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
        Path hand = copied("hand.trace");
        Path voice = copied("voice.wav");
        if (makeOnly || office.isEmpty()) {
            System.out.println("The demo's data is in " + home);
            return 0;
        }
        return withOffice(data, shelf, hand, voice);
    }

    private int withOffice(Path data, Path shelf, Path hand, Path voice) throws IOException, InterruptedException {
        RememberedPort port = new RememberedPort(home.resolve("port"));
        Process server = startOffice(data, port);
        try (BufferedReader lines = server.inputReader(StandardCharsets.UTF_8)) {
            String line = lines.readLine();
            if (line == null || !line.contains("http://")) {
                System.err.println("The record office did not start.");
                return 1;
            }
            String address = line.substring(line.indexOf("http://"));
            String mailPort = mailPort(lines.readLine());
            port.save(address);
            System.out.println(line);
            printAddresses(address);
            waitingClass(shelf, address, data.resolve("token"));
            return runProgram(List.of("--shelf", shelf.toString(), "--record-office", address, "--token-file",
                    data.resolve("token").toString(), "--tablet", hand.toString(), "--voice", voice.toString(),
                    "--mail-port", mailPort));
        } finally {
            server.destroy();
        }
    }

    /** The class is already on the shelf when the window opens; if it cannot be collected, that can be done by hand. */
    private void waitingClass(Path shelf, String address, Path token) throws IOException, InterruptedException {
        Path batch = shelf.resolve("Tidal heights workbook");
        if (!collect.isEmpty() && !Files.exists(batch)) {
            System.out.println("Collecting the demo's class; this is needed only once.");
            List<String> command = new ArrayList<>(collect);
            command.addAll(List.of("collect", "--record-office", address, "--token-file", token.toString(), "--task",
                    DemoWorld.TASK, "--scheme",
                    shelf.resolve("mark schemes").resolve("Tidal heights workbook.csv").toString(), "--phrasebook",
                    shelf.resolve("phrasebooks").resolve("Tides and Passage Planning.csv").toString(),
                    batch.toString()));
            Process collecting = new ProcessBuilder(command).redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            if (collecting.waitFor() != 0) {
                System.out.println("It could not be collected. Press Collect a batch in the window.");
                return;
            }
            spokenRemark(batch);
        }
        System.out.println("Press Mark, or Enter, in the window to begin.");
    }

    /** One remark is spoken already, about the work of the second student. */
    private void spokenRemark(Path batch) {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            StudentKey second = List.copyOf(workspace.batch().students()).get(1);
            Speaking.take(workspace, second, SpokenPlace.WHOLE, home.resolve("voice.wav"), SPOKEN);
        } catch (Problem e) {
            System.out.println("The demo's spoken remark is missing: " + e.getMessage());
        }
    }

    /** Deletes only what the demo itself creates. */
    private void clear() throws IOException {
        for (String part : List.of("record-office", "shelf", "by mail")) {
            FolderTree.delete(home.resolve(part));
        }
    }
}

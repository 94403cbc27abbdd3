package org.epiglyph.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.epiglyph.command.EpiglyphCommand;
import org.epiglyph.command.OptionFile;
import org.epiglyph.core.Problem;
import org.epiglyph.places.PlatformFolders;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;

/**
 * The command that opens the window, in addition to those for scripts. Its options are declared in code: reading them
 * from annotations generates classes, for which the window would wait.
 */
public final class RunCommand implements Callable<Integer> {
    private static final List<String> HELP = List.of("-h", "--help");
    private static final List<String> VERSION = List.of("-V", "--version");
    private final OptionSpec shelf = path("--shelf", "<folder>",
            "The folder of batches. Default: Epiglyph in your documents.");
    private final OptionSpec settings = path("--settings", "<folder>",
            "The folder of settings. Default: where your system keeps settings.");
    private final OptionSpec recordOffice = option("--record-office", String.class, "<address>",
            "Address of a record service to suggest.").defaultValue("").build();
    private final OptionSpec tokenFile = path("--token-file", "<file>",
            "A file that contains the record service's token.");
    private final OptionSpec tablet = path("--tablet", "<file>",
            "A recording that a simulated pen tablet plays at the desk.");
    private final OptionSpec voice = path("--voice", "<file>",
            "A WAV recording that a simulated microphone plays at the desk; playback is silent.");
    private final OptionSpec mailPort = option("--mail-port", int.class, "<port>",
            "Port of a mail service on this machine to suggest.").defaultValue("0").build();
    private final Launching launching;

    /** Opens the window and returns when it is closed. */
    @FunctionalInterface
    public interface Launching {
        /** @throws Problem if there is no display to open a window on */
        void launch(Program.Start start) throws Problem;
    }

    private RunCommand(Launching launching) {
        this.launching = launching;
    }

    public static void main(String[] arguments) throws IOException {
        Optional<Toolkit> early = Stream.of(arguments).anyMatch(a -> HELP.contains(a) || VERSION.contains(a))
                ? Optional.empty()
                : Optional.of(Toolkit.start()); // before it is certain that the window is needed
        EpiglyphCommand.run(arguments,
                spec(start -> EpiglyphApplication.launch(start, early.orElseGet(Toolkit::start))));
    }

    /** The command for the command line. */
    public static CommandSpec spec(Launching launching) {
        RunCommand command = new RunCommand(launching);
        CommandSpec spec = CommandSpec.wrapWithoutInspection(command).name("run").version(EpiglyphCommand.VERSION);
        spec.usageMessage().description("Opens the program's window.");
        Stream.of(command.shelf, command.settings, command.recordOffice, command.tokenFile, command.tablet,
                command.voice, command.mailPort,
                question(HELP).usageHelp(true).description("Show this help message and exit.").build(),
                question(VERSION).versionHelp(true).description("Print version information and exit.").build())
                .forEach(spec::addOption);
        return spec;
    }

    private static OptionSpec path(String name, String label, String description) {
        return option(name, Path.class, label, description).build();
    }

    private static OptionSpec.Builder option(String name, Class<?> type, String label, String description) {
        return OptionSpec.builder(name).type(type).paramLabel(label).description(description);
    }

    private static OptionSpec.Builder question(List<String> names) {
        return OptionSpec.builder(names.getFirst(), names.getLast()).type(boolean.class);
    }

    @Override
    public Integer call() throws Problem {
        PlatformFolders folders = EpiglyphCommand.folders();
        Optional<Path> token = value(tokenFile);
        Program.Start start = new Program.Start(value(shelf).orElseGet(folders::shelf),
                value(settings).orElseGet(folders::settings), recordOffice.getValue(),
                token.isPresent() ? OptionFile.text(token.get()) : "").withMail(mailPort.getValue());
        launching.launch(start.with(new Simulated(value(tablet), value(voice))));
        return 0;
    }

    private static Optional<Path> value(OptionSpec path) {
        return Optional.ofNullable(path.getValue());
    }
}

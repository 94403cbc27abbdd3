package org.epiglyph.desktop.command;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.settings.PlatformFolders;
import org.epiglyph.places.Private;
import org.epiglyph.places.TemporaryFolder;
import org.slf4j.LoggerFactory;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine;

/** The program's command line. */
@Command(name = "epiglyph", mixinStandardHelpOptions = true, version = "0.1.0", description = "Collect a batch, mark it, hand it back.", subcommands = {
        CollectCommand.class, HandBackCommand.class, CheckCommand.class, RepairCommand.class})
public final class EpiglyphCommand implements Callable<Integer> {
    @Command(name = "run", mixinStandardHelpOptions = true, description = "Opens the program's window.")
    static final class Run implements Callable<Integer> {
        @Option(names = "--shelf", description = "The folder of batches. Default: Epiglyph in your documents.")
        private Path shelf;
        @Option(names = "--settings", description = "The folder of settings. Default: where your system keeps settings.")
        private Path settings;
        @Option(names = "--record-office", defaultValue = "", description = "Address of a record service to begin with.")
        private String recordOffice;
        @Option(names = "--token-file", description = "A file that holds the record service's token.")
        private Path tokenFile;

        @Option(names = "--tablet", description = "A recorded trace that a simulated pen tablet plays at the desk.")
        private Path tablet;

        @Override
        public Integer call() throws Problem {
            PlatformFolders folders = folders();
            String token = tokenFile == null ? "" : OptionFile.words(tokenFile);
            Program.Start start = new Program.Start(shelf == null ? folders.shelf() : shelf,
                    settings == null ? folders.settings() : settings, recordOffice, token);
            EpiglyphApplication.launch(tablet == null ? start : start.withTablet(tablet));
            return 0;
        }
    }

    public static void main(String[] arguments) throws IOException {
        Path logs = folders().logs();
        Private.folder(logs);
        TemporaryFolder.sweep();
        System.setProperty("epiglyph.logs", logs.toString());
        System.exit(commandLine().execute(arguments));
    }

    /** The command line with all its commands. */
    static CommandLine commandLine() {
        return new CommandLine(new EpiglyphCommand()).addSubcommand(new Run())
                .setCaseInsensitiveEnumValuesAllowed(true)
                .setExecutionExceptionHandler((fault, _, _) -> {
                    System.err.println(inWords(fault));
                    return 1;
                });
    }

    /** A sentence for whatever ended a command; what is no fault of the outside goes to the log besides. */
    private static String inWords(Exception fault) {
        return switch (fault) {
            case Problem p -> p.getMessage();
            case EditRefused refused -> refused.getMessage();
            default -> {
                LoggerFactory.getLogger(EpiglyphCommand.class).error("A command failed", fault);
                yield "Something went wrong inside the program. Nothing is lost; the log in " + folders().logs()
                        + " says more.";
            }
        };
    }

    static PlatformFolders folders() {
        return PlatformFolders.of(System.getProperty("os.name"), Path.of(System.getProperty("user.home")),
                System.getenv());
    }

    @Override
    public Integer call() {
        commandLine().usage(System.out);
        return 2;
    }
}

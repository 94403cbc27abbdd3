package org.epiglyph.command;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.places.PlatformFolders;
import org.epiglyph.places.Private;
import org.epiglyph.places.TemporaryFolder;
import org.slf4j.LoggerFactory;
import picocli.CommandLine.Command;
import picocli.CommandLine;

/** The program's command line. */
@Command(name = "epiglyph", mixinStandardHelpOptions = true, version = "0.1.0", description = "Collect a batch, mark it, hand it back.", subcommands = {
        CollectCommand.class, HandBackCommand.class, CheckBundleCommand.class, CheckCommand.class, RepairCommand.class,
        ReportCommand.class, LettersCommand.class})
public final class EpiglyphCommand implements Callable<Integer> {
    public static void main(String[] arguments) throws IOException {
        run(arguments);
    }

    /**
     * Runs the command that the arguments name, and ends the program with its exit code.
     *
     * @param further commands besides those for scripts
     * @throws IOException where the folder of logs cannot be made
     */
    public static void run(String[] arguments, Object... further) throws IOException {
        Path logs = folders().logs();
        Private.folder(logs);
        TemporaryFolder.sweep();
        System.setProperty("epiglyph.logs", logs.toString());
        System.exit(commandLine(further).execute(arguments));
    }

    /** The command line with all its commands. */
    static CommandLine commandLine(Object... further) {
        CommandLine all = new CommandLine(new EpiglyphCommand());
        for (Object command : further) {
            all.addSubcommand(command);
        }
        return all.setCaseInsensitiveEnumValuesAllowed(true)
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

    /** Where this machine keeps settings, logs and batches. */
    public static PlatformFolders folders() {
        return PlatformFolders.of(System.getProperty("os.name"), Path.of(System.getProperty("user.home")),
                System.getenv());
    }

    @Override
    public Integer call() {
        commandLine().usage(System.out);
        return 2;
    }
}

package org.epiglyph.command;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
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
     * @throws IOException if the folder of logs cannot be created
     */
    public static void run(String[] arguments, Object... further) throws IOException {
        Path logs = folders().logs();
        Private.folder(logs);
        System.setProperty("epiglyph.logs", logs.toString());
        Thread.ofVirtual().start(TemporaryFolder::sweep); // nothing waits for it
        System.exit(execute(arguments, further));
    }

    /**
     * Only the command named by the first argument is created, since creating all takes longer than some of them run.
     */
    static int execute(String[] arguments, Object... further) {
        Optional<Object> named = Stream
                .concat(Stream.of(further), Stream.of(about(EpiglyphCommand.class).subcommands()))
                .filter(c -> arguments.length > 0 && arguments[0].equals(about(c).name()))
                .findFirst();
        if (named.isEmpty()) {
            CommandLine all = new CommandLine(new EpiglyphCommand());
            Stream.of(further).forEach(all::addSubcommand);
            return execute(all, arguments);
        }
        CommandLine alone = new CommandLine(named.get());
        alone.setCommandName(about(EpiglyphCommand.class).name() + " " + alone.getCommandName());
        return execute(alone, Arrays.copyOfRange(arguments, 1, arguments.length));
    }

    /** @param command a command, or its class */
    private static Command about(Object command) {
        return (command instanceof Class<?> type ? type : command.getClass()).getAnnotation(Command.class);
    }

    private static int execute(CommandLine line, String... arguments) {
        return line.setCaseInsensitiveEnumValuesAllowed(true)
                .setExecutionExceptionHandler((fault, _, _) -> {
                    System.err.println(describe(fault));
                    return 1;
                })
                .execute(arguments);
    }

    /** A sentence for whatever ended a command; an internal error is logged as well. */
    private static String describe(Exception fault) {
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

    /** Where this machine stores settings, logs and batches. */
    public static PlatformFolders folders() {
        return PlatformFolders.of(System.getProperty("os.name"), Path.of(System.getProperty("user.home")),
                System.getenv());
    }

    @Override
    public Integer call() {
        CommandLine.usage(this, System.out);
        return 2;
    }
}

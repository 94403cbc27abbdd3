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
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine;

/** The program's command line. */
@Command(name = EpiglyphCommand.NAME, mixinStandardHelpOptions = true, version = EpiglyphCommand.VERSION, description = "Collect a batch, mark it, hand it back.", subcommands = {
        CollectCommand.class, HandBackCommand.class, CheckBundleCommand.class, CheckCommand.class, RepairCommand.class,
        ReportCommand.class, LettersCommand.class})
public final class EpiglyphCommand implements Callable<Integer> {
    static final String NAME = "epiglyph";
    /** The program's. */
    public static final String VERSION = "0.1.0";

    public static void main(String[] arguments) throws IOException {
        run(arguments);
    }

    /**
     * Runs the command that the arguments name, and ends the program with its exit code.
     *
     * @param further commands besides those for scripts
     * @throws IOException if the folder of logs cannot be created
     */
    public static void run(String[] arguments, CommandSpec... further) throws IOException {
        Path logs = folders().logs();
        Private.folder(logs);
        System.setProperty("epiglyph.logs", logs.toString());
        Thread.ofVirtual().start(TemporaryFolder::sweep); // nothing waits for it
        System.exit(execute(arguments, further));
    }

    /**
     * Only the command named by the first argument is created, since creating all takes longer than some of them run.
     */
    static int execute(String[] arguments, CommandSpec... further) {
        Optional<CommandLine> named = Stream.of(arguments).findFirst().flatMap(name -> named(name, further));
        if (named.isEmpty()) {
            CommandLine all = new CommandLine(new EpiglyphCommand());
            Stream.of(further).forEach(spec -> all.addSubcommand(spec.name(), spec));
            return execute(all, arguments);
        }
        CommandLine alone = named.get();
        alone.setCommandName(NAME + " " + alone.getCommandName());
        return execute(alone, Arrays.copyOfRange(arguments, 1, arguments.length));
    }

    private static Optional<CommandLine> named(String name, CommandSpec... further) {
        return Stream.of(further)
                .filter(spec -> name.equals(spec.name()))
                .findFirst()
                .map(CommandLine::new)
                .or(() -> Stream.of(about(EpiglyphCommand.class).subcommands())
                        .filter(command -> name.equals(about(command).name()))
                        .findFirst()
                        .map(CommandLine::new));
    }

    private static Command about(Class<?> command) {
        return command.getAnnotation(Command.class);
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

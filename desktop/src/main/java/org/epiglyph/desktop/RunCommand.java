package org.epiglyph.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.epiglyph.command.EpiglyphCommand;
import org.epiglyph.command.OptionFile;
import org.epiglyph.core.Problem;
import org.epiglyph.places.PlatformFolders;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** The command that opens the window, in addition to those for scripts. */
@Command(name = "run", mixinStandardHelpOptions = true, description = "Opens the program's window.")
public final class RunCommand implements Callable<Integer> {
    @Option(names = "--shelf", description = "The folder of batches. Default: Epiglyph in your documents.")
    private Path shelf;
    @Option(names = "--settings", description = "The folder of settings. Default: where your system keeps settings.")
    private Path settings;
    @Option(names = "--record-office", defaultValue = "", description = "Address of a record service to suggest.")
    private String recordOffice;
    @Option(names = "--token-file", description = "A file that contains the record service's token.")
    private Path tokenFile;

    @Option(names = "--tablet", description = "A recording that a simulated pen tablet plays at the desk.")
    private Path tablet;

    @Option(names = "--voice", description = "A WAV recording that a simulated microphone plays at the desk; playback is silent.")
    private Path voice;

    @Option(names = "--mail-port", defaultValue = "0", description = "Port of a mail service on this machine to suggest.")
    private int mailPort;

    /** Requests for text instead of a window. */
    private static final Set<String> QUESTIONS = Set.of("-h", "--help", "-V", "--version");
    private final Launching launching;

    /** Opens the window and returns when it is closed. */
    @FunctionalInterface
    public interface Launching {
        /** @throws Problem if there is no display to open a window on */
        void launch(Program.Start start) throws Problem;
    }

    public RunCommand(Launching launching) {
        this.launching = launching;
    }

    public static void main(String[] arguments) throws IOException {
        Optional<Toolkit> early = Stream.of(arguments).anyMatch(QUESTIONS::contains)
                ? Optional.empty()
                : Optional.of(Toolkit.start()); // before it is certain that the window is needed
        EpiglyphCommand.run(arguments,
                new RunCommand(start -> EpiglyphApplication.launch(start, early.orElseGet(Toolkit::start))));
    }

    @Override
    public Integer call() throws Problem {
        PlatformFolders folders = EpiglyphCommand.folders();
        String token = tokenFile == null ? "" : OptionFile.text(tokenFile);
        Program.Start start = new Program.Start(shelf == null ? folders.shelf() : shelf,
                settings == null ? folders.settings() : settings, recordOffice, token).withMail(mailPort);
        launching.launch(start.with(new Simulated(Optional.ofNullable(tablet), Optional.ofNullable(voice))));
        return 0;
    }
}

package org.epiglyph.desktop;

import java.io.IOException;
import java.time.Clock;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.epiglyph.command.discreet.Uncaught;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.frame.Closing;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.documents.Warming;
import org.epiglyph.workspace.WarmUp;
import org.slf4j.LoggerFactory;

/** The JavaFX application: loads typefaces and style, shows the window. */
public final class EpiglyphApplication extends Application {
    /**
     * Input for the toolkit's own instance of this class; the toolkit creates it and offers no other way to pass
     * anything.
     */
    private static final AtomicReference<Begun> BEGUN = new AtomicReference<>();
    private Program program;

    /** The command line's choices, and the window to open. */
    private record Begun(Program.Start start, OpeningWindow window) {}

    /**
     * Opens the window as soon as the toolkit has started, and returns when the window is closed.
     *
     * @throws Problem               if there is no display to open a window on
     * @throws IllegalStateException if the program could not be created
     */
    static void launch(Program.Start start, Toolkit toolkit) throws Problem {
        OpeningWindow window = new OpeningWindow(new Settings(start.settings()));
        BEGUN.set(new Begun(start, window));
        toolkit.await();
        Application.launch(EpiglyphApplication.class);
        window.failure().ifPresent(cause -> {
            throw new IllegalStateException("The program could not be made", cause);
        });
    }

    /** Loads what reads batches and draws pages while the program is created. */
    public static void warm() {
        Thread.ofPlatform().daemon().name("warming").start(() -> {
            attempt(CompilerPriority::lower);
            attempt(WarmUp::run);
            attempt(Warming::run);
        });
    }

    /** Failures do not matter here. */
    private static void attempt(Rehearsal part) {
        try {
            part.run();
        } catch (IOException | RuntimeException | Error e) {
            LoggerFactory.getLogger(EpiglyphApplication.class).warn("The first page will take its time", e);
        }
    }

    @FunctionalInterface
    private interface Rehearsal {
        void run() throws IOException;
    }

    @Override
    public void start(Stage stage) {
        Begun begun = BEGUN.get();
        begun.window.open(stage, () -> {
            warm();
            return make(begun.start).frame();
        }, () -> {
            Closing.attach(stage, program.frame());
            program.toShelf();
        });
    }

    private Program make(Program.Start start) {
        program = new Program(start.openingWith(file -> getHostServices().showDocument(file.toUri().toString()),
                address -> getHostServices().showDocument(address)),
                Clock.systemDefaultZone());
        Thread.setDefaultUncaughtExceptionHandler(new Uncaught(
                text -> Platform.runLater(() -> program.frame().showMessage(text)), UiText.of("Frame.uncaught")));
        return program;
    }

    @Override
    public void stop() {
        if (program != null) { // the window may be closed before the program is created
            program.end();
        }
    }
}

package org.epiglyph.desktop;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.epiglyph.command.discreet.Uncaught;
import org.epiglyph.desktop.frame.Closing;
import org.epiglyph.desktop.frame.WindowMemory;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.documents.Warming;
import org.epiglyph.documents.base.Typeface;
import org.epiglyph.workspace.WarmUp;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The JavaFX application: loads typefaces and style, shows the window. */
public final class EpiglyphApplication extends Application {
    private static final Logger LOG = LoggerFactory.getLogger(EpiglyphApplication.class);
    /** What the command line decided; the toolkit makes the application itself and offers no other way in. */
    private static final AtomicReference<Program.Start> START = new AtomicReference<>();
    private Program program;

    /** Starts the toolkit and returns when the window is closed. */
    public static void launch(Program.Start start) {
        warm();
        START.set(start);
        Application.launch(EpiglyphApplication.class);
    }

    /** Loads what reads batches and draws pages while the toolkit comes up. */
    public static void warm() {
        Thread.ofPlatform().daemon().name("warming").start(() -> {
            attempt(CompilerPriority::lower);
            attempt(WarmUp::run);
            attempt(Warming::run);
        });
    }

    /** It is only a rehearsal. */
    private static void attempt(Rehearsal part) {
        try {
            part.run();
        } catch (IOException | RuntimeException | Error e) {
            LOG.warn("The first page will take its time", e);
        }
    }

    @FunctionalInterface
    private interface Rehearsal {
        void run() throws IOException;
    }

    /** A scene of the program at the usual size, with typefaces and style. */
    public static Scene scene(Program program) {
        for (Typeface typeface : Typeface.values()) {
            try (InputStream in = typeface.open()) {
                Font.loadFont(in, 14);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        Scene scene = new Scene(program.frame().root(), 1280, 800);
        scene.getStylesheets().add(EpiglyphApplication.class.getResource("epiglyph.bss").toExternalForm());
        program.frame().attach(scene);
        return scene;
    }

    @Override
    public void start(Stage stage) {
        Program.Start start = START.get();
        program = new Program(start.openingWith(file -> getHostServices().showDocument(file.toUri().toString()),
                address -> getHostServices().showDocument(address)),
                Clock.systemDefaultZone());
        Thread.setDefaultUncaughtExceptionHandler(new Uncaught(
                words -> Platform.runLater(() -> program.frame().say(words)), Words.of("Frame.uncaught")));
        stage.setTitle(Words.of("Frame.window"));
        stage.setScene(scene(program));
        stage.setMinWidth(900);
        stage.setMinHeight(600);
        Closing.attach(stage, program.frame());
        WindowMemory.attach(stage, new Settings(start.settings()));
        program.toShelf();
        stage.show();
    }

    @Override
    public void stop() {
        program.end();
    }
}

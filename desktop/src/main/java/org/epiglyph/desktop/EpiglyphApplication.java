package org.epiglyph.desktop;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Screen;
import javafx.stage.Stage;
import org.epiglyph.desktop.discreet.Uncaught;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.WindowPlace;
import org.epiglyph.documents.Typeface;

/** The JavaFX application: loads typefaces and style, shows the window. */
public final class EpiglyphApplication extends Application {
    /** What the command line decided; the toolkit makes the application itself and offers no other way in. */
    private static final AtomicReference<Program.Start> START = new AtomicReference<>();
    private Program program;

    /** Starts the toolkit and returns when the window is closed. */
    public static void launch(Program.Start start) {
        START.set(start);
        Application.launch(EpiglyphApplication.class);
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
        scene.getStylesheets().add(EpiglyphApplication.class.getResource("epiglyph.css").toExternalForm());
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
        remember(stage, new Settings(start.settings()));
        program.toShelf();
        stage.show();
    }

    /** Opens the window where it was, and keeps where it is when it is closed. */
    private static void remember(Stage stage, Settings settings) {
        settings.window()
                .map(w -> w.on(Screen.getScreens().stream().map(Screen::getVisualBounds).toList()))
                .ifPresent(w -> {
                    stage.setX(w.x());
                    stage.setY(w.y());
                    stage.setWidth(w.width());
                    stage.setHeight(w.height());
                    stage.setMaximized(w.maximized());
                });
        AtomicReference<WindowPlace> last = new AtomicReference<>();
        for (ReadOnlyDoubleProperty side : List.of(stage.xProperty(), stage.yProperty(), stage.widthProperty(),
                stage.heightProperty())) {
            side.addListener(_ -> {
                if (!stage.isMaximized() && !stage.isFullScreen() && !stage.isIconified() && stage.getWidth() >= 900
                        && stage.getHeight() >= 600) {
                    last.set(new WindowPlace(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight(), false));
                }
            });
        }
        stage.setOnHiding(_ -> Optional.ofNullable(last.get())
                .ifPresent(w -> settings
                        .keep(new WindowPlace(w.x(), w.y(), w.width(), w.height(), stage.isMaximized()))));
    }

    @Override
    public void stop() {
        program.end();
    }
}

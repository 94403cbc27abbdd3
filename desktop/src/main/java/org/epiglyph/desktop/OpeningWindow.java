package org.epiglyph.desktop;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.layout.Pane;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.epiglyph.desktop.frame.Frame;
import org.epiglyph.desktop.frame.Shown;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.frame.WindowMemory;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.View;
import org.epiglyph.desktop.settings.WindowPlace;
import org.epiglyph.documents.base.Typeface;

/**
 * The program's window: its empty background is on the screen at once, and its content as soon as it has been created.
 */
public final class OpeningWindow {
    /** The program's name; not among the texts, for which the window does not wait. */
    private static final String TITLE = "Epiglyph";
    private static final double LEAST_WIDTH = 900;
    private static final double LEAST_HEIGHT = 600;
    private final Settings settings;
    private final CompletableFuture<LastTime> lastTime;
    private Optional<Throwable> failure = Optional.empty();

    /** The window's look and place when it was last closed. */
    private record LastTime(View view, Optional<WindowPlace> place) {}

    /** Starts reading the last look and place, and then the texts, while the toolkit starts. */
    public OpeningWindow(Settings settings) {
        this.settings = settings;
        lastTime = CompletableFuture.supplyAsync(() -> new LastTime(settings.view(), settings.window()));
        lastTime.thenRunAsync(UiText::load);
    }

    /**
     * Shows a window and creates the program while it is on the screen. If that fails, the window is closed.
     *
     * @param then called with the program in the window; not called if the window was closed before
     */
    public void open(Stage stage, Supplier<Frame> making, Runnable then) {
        Pane ground = new Pane();
        Frame.look(ground, lastTime.join().view);
        WindowMemory.attach(stage, lastTime.join().place, settings);
        Scene scene = styled(ground);
        stage.setTitle(TITLE);
        stage.setScene(scene);
        stage.setMinWidth(LEAST_WIDTH);
        stage.setMinHeight(LEAST_HEIGHT);
        stage.show();
        Shown.then(() -> {
            if (stage.isShowing()) {
                fill(scene, making, then);
            }
        });
    }

    /** Why the program could not be created; the window is closed then. */
    Optional<Throwable> failure() {
        return failure;
    }

    private void fill(Scene scene, Supplier<Frame> making, Runnable then) {
        try {
            Frame frame = making.get();
            loadTypefaces();
            scene.setRoot(frame.root());
            frame.attach(scene);
            then.run();
        } catch (RuntimeException | Error e) {
            failure = Optional.of(e);
            scene.getWindow().hide(); // or it would stay empty for good
        }
    }

    /** A scene of the program at its default size, with typefaces and style. */
    public static Scene scene(Frame frame) {
        loadTypefaces();
        Scene scene = styled(frame.root());
        frame.attach(scene);
        return scene;
    }

    private static Scene styled(Parent root) {
        Scene scene = new Scene(root, 1280, 800);
        scene.getStylesheets().add(OpeningWindow.class.getResource("epiglyph.bss").toExternalForm());
        return scene;
    }

    private static void loadTypefaces() {
        for (Typeface typeface : Typeface.values()) {
            try (InputStream in = typeface.open()) {
                Font.loadFont(in, 14);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}

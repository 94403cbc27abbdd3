package org.epiglyph.desktop.frame;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.geometry.Rectangle2D;
import javafx.stage.Screen;
import javafx.stage.Stage;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.WindowPlace;

/** Opens the window where it was, and stores its place when it is closed. */
public final class WindowMemory {
    /** Within this time after the start a window above the screen was put there by nobody. */
    private static final Duration OPENING = Duration.ofSeconds(10);

    private WindowMemory() {}

    /**
     * To be called before the window is shown.
     *
     * @param lastTime where it was; if empty, it opens anywhere, or over the whole of a small screen
     */
    public static void attach(Stage stage, Optional<WindowPlace> lastTime, Settings settings) {
        List<Rectangle2D> screens = Screen.getScreens().stream().map(Screen::getVisualBounds).toList();
        lastTime.map(w -> w.on(screens))
                .or(() -> WindowPlace.onSmall(screens.getFirst()))
                .ifPresent(w -> place(stage, w));
        AtomicReference<Optional<WindowPlace>> last = new AtomicReference<>(Optional.empty());
        for (ReadOnlyDoubleProperty side : List.of(stage.xProperty(), stage.yProperty(), stage.widthProperty(),
                stage.heightProperty())) {
            side.subscribe(_ -> {
                if (!stage.isMaximized() && !stage.isFullScreen() && !stage.isIconified()) {
                    WindowPlace.of(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight())
                            .ifPresent(w -> last.set(Optional.of(w)));
                }
            });
        }
        keepTitleBarInSight(stage, screens);
        stage.setOnHiding(_ -> last.get().ifPresent(w -> settings.save(w.maximized(stage.isMaximized()))));
    }

    /** A window manager that adds its title bar late may move it above the screen, where the mouse cannot reach it. */
    private static void keepTitleBarInSight(Stage stage, List<Rectangle2D> screens) {
        double top = screens.stream().mapToDouble(Rectangle2D::getMinY).min().orElse(0);
        long until = System.nanoTime() + OPENING.toNanos();
        stage.yProperty().subscribe(y -> {
            if (y.doubleValue() < top && System.nanoTime() < until) {
                Platform.runLater(() -> stage.setY(top));
            }
        });
    }

    private static void place(Stage stage, WindowPlace place) {
        stage.setX(place.x());
        stage.setY(place.y());
        stage.setWidth(place.width());
        stage.setHeight(place.height());
        stage.setMaximized(place.maximized());
    }
}

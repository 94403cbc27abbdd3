package org.epiglyph.desktop.frame;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.geometry.Rectangle2D;
import javafx.stage.Screen;
import javafx.stage.Stage;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.WindowPlace;

/** Opens the window where it was, and stores its place when it is closed. */
public final class WindowMemory {
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
        stage.setOnHiding(_ -> last.get().ifPresent(w -> settings.save(w.maximized(stage.isMaximized()))));
    }

    private static void place(Stage stage, WindowPlace place) {
        stage.setX(place.x());
        stage.setY(place.y());
        stage.setWidth(place.width());
        stage.setHeight(place.height());
        stage.setMaximized(place.maximized());
    }
}

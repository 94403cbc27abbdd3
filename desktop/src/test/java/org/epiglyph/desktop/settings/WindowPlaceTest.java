package org.epiglyph.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Rectangle2D;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WindowPlaceTest {
    private static final Rectangle2D LAPTOP = new Rectangle2D(0, 0, 1366, 768);
    private static final Rectangle2D BESIDE = new Rectangle2D(1366, 0, 1920, 1080);

    @Test
    void reopensAWindowWhereItWas() {
        WindowPlace right = new WindowPlace(1500, 40, 1600, 900, true);
        assertThat(right.on(List.of(LAPTOP, BESIDE))).isEqualTo(right);
    }

    @Test
    void movesAWindowFromAMissingScreenToTheFirst() {
        WindowPlace moved = new WindowPlace(1500, 40, 1600, 900, false).on(List.of(LAPTOP));
        assertThat(moved).isEqualTo(new WindowPlace(0, 0, 1366, 768, false));
        assertThat(new WindowPlace(-5000, -5000, 1000, 700, false).on(List.of(LAPTOP)))
                .isEqualTo(new WindowPlace(183, 34, 1000, 700, false));
    }

    @Test
    void theFirstWindowOnASmallScreenShowsItsTitleBar() {
        assertThat(WindowPlace.onSmall(new Rectangle2D(0, 27, 1280, 773)))
                .contains(new WindowPlace(0, 27, 1280, 773, false));
        assertThat(WindowPlace.onSmall(new Rectangle2D(0, 0, 1920, 1080))).isEmpty();
        assertThat(WindowPlace.onSmall(new Rectangle2D(0, 0, 800, 480))).as("smaller than any window").isEmpty();
    }

    @Test
    void ignoresInvalidValuesAndUsesTheDefault(@TempDir Path folder) throws Exception {
        assertThatThrownBy(() -> new WindowPlace(Double.NaN, 0, 1000, 700, false))
                .isInstanceOf(IllegalArgumentException.class);
        Settings settings = new Settings(folder);
        WindowPlace place = new WindowPlace(10, 20, 1000, 700, false);
        settings.save(place);
        assertThat(settings.window()).contains(place);
        Files.writeString(folder.resolve("window.json"), "{\"x\":1,\"y\":2,\"width\":3,\"height\":4}");
        assertThat(settings.window()).isEmpty();
        assertThat(folder.resolve("window.unreadable.json")).exists();
    }
}

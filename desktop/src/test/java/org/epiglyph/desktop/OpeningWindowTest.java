package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.waitFor;

import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import javafx.stage.Stage;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.View;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;

/** The window that is shown before the program is built. */
@ExtendWith(ApplicationExtension.class)
class OpeningWindowTest {
    @TempDir
    private Path world;
    private Stage stage;

    /** A separate stage, since the one that tests share keeps what is set on it. */
    @BeforeEach
    void make(FxRobot robot) {
        robot.interact(() -> stage = new Stage());
    }

    private Program program() {
        return new Program(new Program.Start(world.resolve("shelf"), world.resolve("settings"), "", ""),
                Clock.systemUTC());
    }

    @Test
    void showsItsBackgroundInTheLastThemeAndThenTheProgram(FxRobot robot) throws Exception {
        Settings settings = new Settings(world.resolve("settings"));
        settings.save(View.FRESH.withNight(true));
        List<Program> made = new ArrayList<>();
        List<String> order = new ArrayList<>();
        robot.interact(() -> {
            new OpeningWindow(settings).open(stage, () -> {
                made.add(program());
                return made.getFirst().frame();
            }, () -> order.add("filled"));
            order.add("shown");
            assertThat(stage.isShowing()).isTrue();
            assertThat(stage.getScene().getRoot().getStyleClass()).contains("frame", "night");
            assertThat(stage.getMinWidth()).isEqualTo(900);
            assertThat(stage.getMinHeight()).isEqualTo(600);
        });
        waitFor(() -> order.equals(List.of("shown", "filled")));
        assertThat(stage.getScene().getRoot()).isSameAs(made.getFirst().frame().root());
        robot.interact(stage::hide);
        Screen.end(made.getFirst());
    }

    @Test
    void closesAndExplainsAFailedStart(FxRobot robot) {
        OpeningWindow window = new OpeningWindow(new Settings(world.resolve("settings")));
        IllegalStateException why = new IllegalStateException("no room");
        robot.interact(() -> window.open(stage, () -> {
            throw why;
        }, () -> {}));
        waitFor(() -> !stage.isShowing());
        assertThat(window.failure()).contains(why);
    }

    @Test
    void createsNothingForAWindowClosedAtOnce(FxRobot robot) {
        OpeningWindow window = new OpeningWindow(new Settings(world.resolve("settings")));
        List<String> made = new ArrayList<>();
        robot.interact(() -> {
            window.open(stage, () -> {
                made.add("program");
                throw new IllegalStateException();
            }, () -> {});
            stage.hide();
        });
        robot.sleep(300);
        assertThat(made).isEmpty();
        assertThat(window.failure()).isEmpty();
    }
}

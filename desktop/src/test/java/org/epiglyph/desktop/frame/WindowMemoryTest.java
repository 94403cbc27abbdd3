package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Scene;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.WindowPlace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

@ExtendWith(ApplicationExtension.class)
class WindowMemoryTest {
    @TempDir
    private Path folder;

    private static Stage shown(Settings settings) {
        Stage stage = new Stage();
        stage.setScene(new Scene(new StackPane(), 1000, 700));
        WindowMemory.attach(stage, settings.window(), settings);
        stage.show();
        return stage;
    }

    @Test
    void reopensTheWindowWhereItWasWithoutErrors(FxRobot robot) {
        Settings settings = new Settings(folder);
        List<Throwable> thrown = new ArrayList<>();
        robot.interact(() -> {
            Thread.currentThread().setUncaughtExceptionHandler((_, fault) -> thrown.add(fault));
            Stage first = shown(settings);
            first.setX(31);
            first.setY(17);
            first.hide();
        });
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(thrown).isEmpty();
        WindowPlace kept = settings.window().orElseThrow();
        assertThat(kept.x()).isEqualTo(31);
        assertThat(kept.y()).isEqualTo(17);
        robot.interact(() -> {
            Stage second = shown(settings);
            assertThat(second.getX()).isEqualTo(31);
            assertThat(second.getWidth()).isEqualTo(kept.width());
            second.hide();
        });
    }

    /** As a window manager does that adds its title bar after the window was placed. */
    @Test
    void aWindowThatOpensAboveTheScreenComesIntoSight(FxRobot robot) {
        Settings settings = new Settings(folder);
        Stage[] opened = {null};
        robot.interact(() -> {
            opened[0] = shown(settings);
            opened[0].setY(-20);
        });
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(opened[0].getY()).isZero();
        robot.interact(opened[0]::hide);
    }
}

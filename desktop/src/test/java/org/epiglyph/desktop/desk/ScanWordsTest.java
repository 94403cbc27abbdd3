package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Scans at the desk whose words are recognised in the background. Needs Tesseract, as CI installs it. */
@ExtendWith(ApplicationExtension.class)
class ScanWordsTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        System.clearProperty("epiglyph.recognition");
        show(stage);
        program.toDesk(batch.folder());
    }

    @AfterEach
    void recogniseNoMore() {
        System.setProperty("epiglyph.recognition", "none");
    }

    @Test
    void thePageSaysThatItsWordsWereRecognisedAndTheyAreFound(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().open(SmallBatch.SCANNED));
        waitFor(() -> isThere(robot, ".page-note"));
        assertThat(text(robot, ".page-note")).contains("may be wrong");
        robot.push(KeyCode.CONTROL, KeyCode.F);
        robot.write("range");
        waitFor(() -> text(robot, "#find-said").matches("\\d+ .*"));
        robot.interact(() -> model().open(SmallBatch.TYPED));
        waitFor(() -> !isThere(robot, ".page-note"));
    }
}

package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.onPage;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.marks.Note;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Scans at the desk whose text is recognised in the background. Needs Tesseract, as CI installs it. */
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
    void saysThatWordsWereRecognisedAndFindsThem(FxRobot robot) {
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

    @Test
    void straightensAndStrengthensAScanWithMarksInPlace(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().open(SmallBatch.SCANNED));
        waitFor(() -> leaf(robot) != null && leaf(robot).getWidth() > 100
                && model().submission().student().key().equals(SmallBatch.SCANNED));
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.R);
        waitFor(() -> leaf(robot).getRotate() != 0);
        assertThat(Math.abs(leaf(robot).getRotate())).as("degrees").isLessThan(4);
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.K);
        waitFor(() -> leaf(robot).lookupAll(".image-view").stream().anyMatch(n -> n.getEffect() != null));
        robot.type(KeyCode.DIGIT4);
        robot.clickOn(onPage(robot, 320, 150));
        waitFor(() -> model().submission().marks().size() == 1);
        assertThat(((Note) model().submission().marks().getFirst()).at())
                .satisfies(at -> assertThat(at.x()).isBetween(318.0, 322.0))
                .satisfies(at -> assertThat(at.y()).isBetween(148.0, 152.0));
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.R);
        waitFor(() -> leaf(robot).getRotate() == 0);
    }
}

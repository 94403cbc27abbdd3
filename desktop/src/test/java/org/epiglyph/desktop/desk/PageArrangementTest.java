package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.Comparator;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.View;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** How pages are turned, arranged and reached by their numbers. */
@ExtendWith(ApplicationExtension.class)
class PageArrangementTest extends InWindow {

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private static PageRoll roll(FxRobot robot) {
        return (PageRoll) robot.lookup(".page-roll").query();
    }

    @Test
    void rotatesArrangesAndFindsPagesAndRemembersIt(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.CONTROL, KeyCode.R);
        waitFor(() -> leaf(robot).getWidth() > leaf(robot).getHeight());
        assertThat(model().submission().turn(new PageRef("d1", 0))).isEqualTo(90);
        robot.type(KeyCode.DIGIT6);
        Node turned = leaf(robot);
        robot.clickOn(turned);
        waitFor(() -> !model().submission().marks().isEmpty());
        assertThat(model().submission().marks().getFirst().head().turn()).as("upright as the page is looked at")
                .isEqualTo(270);
        for (int i = 0; i < 3; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.R);
        }
        waitFor(() -> model().submission().turns().isEmpty());
        robot.type(KeyCode.F9);
        waitFor(() -> columns(robot) == 2);
        robot.moveTo(robot.lookup(".page-leaf").queryAll().stream().max(Comparator.comparing(Node::getLayoutX)).get());
        robot.push(KeyCode.CONTROL, KeyCode.R);
        waitFor(() -> model().submission().turns().equals(Map.of(new PageRef("d1", 1), 90)));
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        robot.type(KeyCode.F8);
        robot.push(KeyCode.CONTROL, KeyCode.G);
        waitFor(() -> Screen.isFocused(robot, "#page-number"));
        robot.write("2").type(KeyCode.ENTER);
        waitFor(() -> roll(robot).pageInSight().filter(p -> p.index() == 1).isPresent());
        robot.push(KeyCode.CONTROL, KeyCode.G);
        robot.write("77").type(KeyCode.ENTER);
        assertThat(robot.lookup((Node n) -> n instanceof Label l && l.getText().startsWith("There is no page"))
                .tryQuery())
                .isPresent();
        waitFor(() -> new Settings(world.resolve("settings")).view().arrangement() == View.Arrangement.SINGLE);
    }

    @Test
    void aWideWindowShowsTwoPagesSideBySide(FxRobot robot) {
        atDesk(robot);
        Window window = leaf(robot).getScene().getWindow();
        assertThat(columns(robot)).isEqualTo(1);
        robot.interact(() -> window.setWidth(1_920));
        waitFor(() -> columns(robot) == 2);
        assertThat(roll(robot).scale()).as("each as large as the one in a small window").isGreaterThan(0.95);
        robot.type(KeyCode.F7);
        waitFor(() -> columns(robot) == 1);
        robot.push(KeyCode.SHIFT, KeyCode.F9);
        waitFor(() -> columns(robot) == 2);
        robot.interact(() -> window.setWidth(1_280));
        waitFor(() -> columns(robot) == 1);
    }

    private static long columns(FxRobot robot) {
        return robot.lookup(".page-leaf").queryAll().stream().map(Node::getLayoutX).distinct().count();
    }
}

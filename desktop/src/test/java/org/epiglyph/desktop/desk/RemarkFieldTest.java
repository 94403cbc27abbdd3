package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.onPage;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The field in which a remark is typed. */
@ExtendWith(ApplicationExtension.class)
class RemarkFieldTest extends InWindow {

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    @Test
    void aMisspeltWordIsNamedAndExchanged(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.DIGIT4);
        robot.clickOn(onPage(robot, 300, 400));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.write("You recieve, they recieve the marks");
        waitFor(() -> robot.lookup(".unknown-word").tryQuery().isPresent());
        assertThat(robot.lookup(".unknown-word").queryAll()).as("named once").hasSize(1);
        robot.interact(() -> robot.lookup(".unknown-word").queryButton().fire());
        waitFor(() -> isThere(robot, "#add-word"));
        robot.interact(() -> robot.lookup(".spelling-word")
                .queryAll()
                .stream()
                .map(javafx.scene.control.Button.class::cast)
                .filter(b -> b.getText().equals("receive"))
                .findFirst()
                .orElseThrow()
                .fire());
        assertThat(text(robot, "#remark")).isEqualTo("You receive, they recieve the marks");
        waitFor(() -> robot.lookup(".unknown-word").tryQuery().isPresent());
    }

    @Test
    void aRemarkMayBeginWithASlash(FxRobot robot) {
        atDesk(robot);
        for (KeyCode leaving : new KeyCode[]{KeyCode.ENTER, KeyCode.TAB}) {
            robot.type(KeyCode.DIGIT4);
            robot.clickOn(onPage(robot, 300, leaving == KeyCode.TAB ? 300 : 400));
            waitFor(() -> Screen.isFocused(robot, "#remark"));
            robot.write("/qqq of qqq");
            if (leaving == KeyCode.ENTER) {
                robot.type(KeyCode.ENTER);
            } else {
                robot.clickOn("#score-c1");
            }
            waitFor(() -> robot.lookup("#remark").tryQuery().isEmpty());
        }
        assertThat(model().submission().marks()).extracting(m -> m.remark().words())
                .containsExactly("/qqq of qqq", "/qqq of qqq");
    }
}

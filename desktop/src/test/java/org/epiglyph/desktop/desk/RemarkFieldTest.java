package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.onPage;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
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
    void namesAndCorrectsAMisspeltWord(FxRobot robot) {
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
    void aRemarkMayStartWithASlash(FxRobot robot) {
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
        assertThat(model().submission().marks()).extracting(m -> m.remark().text())
                .containsExactly("/qqq of qqq", "/qqq of qqq");
    }

    private Submission first() {
        return model().batch().submission(SmallBatch.TYPED);
    }

    private void write(FxRobot robot, String text) {
        robot.type(KeyCode.DIGIT4);
        robot.clickOn(onPage(robot, 300, 400));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.write(text);
    }

    /** Nobody presses Enter each time. */
    @Test
    void savesTypedTextHoweverWritingEnds(FxRobot robot) {
        atDesk(robot);
        List<Runnable> ends = List.of(() -> robot.push(KeyCode.CONTROL, KeyCode.DOWN),
                () -> robot.interact(() -> model().open(SmallBatch.SCANNED)),
                () -> robot.push(KeyCode.CONTROL, KeyCode.DIGIT4), () -> robot.push(KeyCode.CONTROL, KeyCode.ENTER));
        for (int i = 0; i < ends.size(); i++) {
            String text = "Why, for the " + i + "th time?";
            write(robot, text);
            ends.get(i).run();
            Batch after = program.openBatch().orElseThrow().batch();
            assertThat(after.submission(SmallBatch.TYPED).marks()).extracting(m -> m.remark().text()).contains(text);
            assertThat(after.submission(SmallBatch.SCANNED).marks()).isEmpty();
            robot.interact(() -> program.toDesk(batch.folder()));
            waitFor(() -> program.frame().place() instanceof Desk);
            robot.interact(() -> model().open(SmallBatch.TYPED));
            robot.type(KeyCode.ESCAPE); // to the pages
            atDesk(robot);
        }
        assertThat(first().marks()).hasSize(ends.size());
    }

    @Test
    void savesWithinASecondAndEscapeReverts(FxRobot robot) {
        atDesk(robot);
        write(robot, "Why");
        waitFor(() -> first().marks().stream().anyMatch(m -> m.remark().text().equals("Why")));
        assertThat(Screen.isFocused(robot, "#remark")).isTrue();
        robot.write(" not?");
        robot.type(KeyCode.ENTER);
        assertThat(first().marks()).extracting(m -> m.remark().text()).containsExactly("Why not?");
        robot.interact(() -> model().writing().open(first().marks().getFirst().id()));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.write(" Because");
        waitFor(() -> first().marks().getFirst().remark().text().equals("Why not? Because"));
        robot.type(KeyCode.ESCAPE);
        assertThat(first().marks()).extracting(m -> m.remark().text()).containsExactly("Why not?");
        robot.interact(() -> model().past().undo());
        assertThat(first().marks()).as("one undo for what was typed at one go").allMatch(m -> m.remark().isEmpty());
    }

    @Test
    void textTypedOnAPageStaysThere(FxRobot robot) {
        atDesk(robot);
        for (boolean byKey : new boolean[]{true, false}) {
            robot.type(KeyCode.DIGIT5);
            robot.clickOn(onPage(robot, 200, byKey ? 300 : 500));
            waitFor(() -> Screen.isFocused(robot, "#typed-text"));
            robot.write("See " + byKey);
            if (byKey) {
                robot.push(KeyCode.CONTROL, KeyCode.DOWN);
            } else {
                robot.interact(() -> model().open(SmallBatch.SCANNED));
            }
            waitFor(() -> robot.lookup("#typed-text").tryQuery().isEmpty());
            assertThat(first().marks()).last()
                    .isInstanceOfSatisfying(TypedText.class,
                            t -> assertThat(t.text()).isEqualTo("See " + byKey));
            assertThat(model().batch().submission(SmallBatch.SCANNED).marks()).isEmpty();
            robot.interact(() -> model().open(SmallBatch.TYPED));
        }
    }
}

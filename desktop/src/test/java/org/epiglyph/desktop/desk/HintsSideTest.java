package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Aids;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Hints on the language of a student's pages, and corrections made of them; English pages read as French give many. */
@ExtendWith(ApplicationExtension.class)
class HintsSideTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private void readAs(FxRobot robot, String language) {
        Aids aids = model().batch().aids();
        robot.interact(() -> model()
                .edit(new Edit.ChangeAids(new Aids(aids.documents(), language, aids.limits(), aids.aside()))));
    }

    private static int lines(FxRobot robot) {
        return robot.lookup(".language-hint").queryAll().size();
    }

    private static int count(FxRobot robot) {
        return Integer.parseInt(text(robot, "#hints-counts").replaceAll("\\D.*", ""));
    }

    private static boolean isCounted(FxRobot robot) {
        return text(robot, "#hints-counts").contains("among");
    }

    private List<Mark> marks() {
        return model().submission().marks();
    }

    @Test
    void soundPagesHaveNoneAndNothingIsShownUntilItIsAsked(FxRobot robot) {
        atDesk(robot);
        assertThat(lines(robot)).isZero();
        robot.type(KeyCode.J);
        waitFor(() -> text(robot, "#hints-counts").startsWith("Nothing among"));
        assertThat(lines(robot)).isZero();
    }

    @Test
    void aHintIsReachedByOneKeyAndBecomesACorrectionByAnother(FxRobot robot) {
        atDesk(robot);
        readAs(robot, "fr");
        robot.type(KeyCode.J);
        waitFor(() -> isCounted(robot) && lines(robot) > 0);
        int before = count(robot);
        robot.type(KeyCode.J);
        waitFor(() -> robot.lookup(".found-place").tryQuery().isPresent());
        robot.push(KeyCode.SHIFT, KeyCode.J);
        waitFor(() -> marks().size() == 1);
        Correction correction = (Correction) marks().getFirst();
        assertThat(correction.text()).isNotEmpty();
        waitFor(() -> count(robot) == before - 1);
        robot.interact(() -> model().past().undo());
        assertThat(marks()).isEmpty();
        robot.clickOn("#hints-wanted");
        waitFor(() -> lines(robot) == 0);
    }

    @Test
    void aWordThatIsRightIsAHintNowhereAndAnotherStudentsWorkIsReadAnew(FxRobot robot) {
        atDesk(robot);
        readAs(robot, "fr");
        robot.type(KeyCode.J);
        waitFor(() -> isCounted(robot) && lines(robot) > 0);
        int before = count(robot);
        robot.type(KeyCode.J);
        robot.clickOn("#hint-accept");
        waitFor(() -> count(robot) < before);
        robot.interact(() -> model().open(SmallBatch.SCANNED));
        waitFor(() -> text(robot, "#hints-counts").contains("images"));
        robot.interact(() -> model().open(SmallBatch.TYPED));
        waitFor(() -> isCounted(robot) && count(robot) < before);
        assertThat(robot.lookup("#hint-correct").queryAs(Node.class).isDisabled()).isFalse();
    }
}

package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Aids;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/**
 * Hints on the language of a student's pages, and corrections made from them; English pages checked as French have
 * many.
 */
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
        return text(robot, "#hints-counts").contains(", in ");
    }

    private List<Mark> marks() {
        return model().submission().marks();
    }

    @Test
    void showsNoHintsForSoundPagesOrUnasked(FxRobot robot) {
        atDesk(robot);
        assertThat(lines(robot)).isZero();
        robot.type(KeyCode.J);
        waitFor(() -> text(robot, "#hints-counts").startsWith("No hints in"));
        assertThat(lines(robot)).isZero();
    }

    @Test
    void oneKeyReachesAHintAndAnotherMakesItACorrection(FxRobot robot) {
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
    void acceptsAWordEverywhereAndRereadsOtherStudentsWork(FxRobot robot) {
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

    @Test
    void searchesAllPagesForWhatAPhraseRefersTo(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().edit(new Edit.PlaceMark(model().student(),
                new TextMarkup(model().newHead(model().submission().pages().getFirst(), 0)
                        .withRemark(Remark.of("Units!").withPhrase("p1")), List.of(new PageBox(10, 10, 50, 9)),
                        "the ranges",
                        TextMarkup.Style.HIGHLIGHT))));
        robot.push(KeyCode.SHIFT, KeyCode.K);
        waitFor(() -> isThere(robot, ".drawer-row"));
        robot.interact(() -> robot.lookup(".drawer-row .link-button").queryAs(Button.class).fire());
        waitFor(() -> isThere(robot, ".phrase-on-pages"));
        robot.clickOn(".phrase-on-pages");
        waitFor(() -> isThere(robot, "#find-words") && text(robot, "#find-words").equals("the ranges"));
        waitFor(() -> text(robot, "#find-class-said").startsWith("2 students"));
        robot.clickOn("#find-similar");
        waitFor(() -> text(robot, "#find-class-said").startsWith("Nobody"));
    }
}

package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.waitFor;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.Screen;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Papers are marked from the first stroke to the seal with keys only, including the marks on the pages. */
@ExtendWith(ApplicationExtension.class)
class KeysOnlyTest extends SeveralPapers {
    private static final Pattern PLACE = Pattern.compile(".* ([0-9,]+) points from the left, ([0-9,]+) from the top");
    private static final int STEP = 12;
    private final List<MouseEvent> presses = new ArrayList<>();

    @Start
    void start(Stage stage) throws Exception {
        showPapers(stage);
        stage.getScene().addEventFilter(MouseEvent.MOUSE_PRESSED, presses::add);
    }

    @Test
    void spaceStampsAtOnceAndAnotherSlotOrStudentEndsADrawing(FxRobot robot) {
        bring(robot, 0);
        robot.type(KeyCode.DIGIT6, KeyCode.X, KeyCode.SPACE);
        assertThat(submission(0).marks()).as("one Space is enough").hasSize(1).allMatch(Stamp.class::isInstance);
        robot.type(KeyCode.DIGIT1, KeyCode.SPACE, KeyCode.RIGHT, KeyCode.RIGHT, KeyCode.DIGIT6);
        assertThat(submission(0).marks()).as("the line drawn so far").hasSize(2);
        assertThat(submission(0).marks().getLast()).isInstanceOf(Stroke.class);
        robot.type(KeyCode.SPACE);
        assertThat(submission(0).marks().getLast()).isInstanceOf(Stamp.class);
        robot.type(KeyCode.DIGIT1, KeyCode.SPACE, KeyCode.RIGHT);
        bring(robot, 1);
        robot.type(KeyCode.X, KeyCode.SPACE, KeyCode.RIGHT, KeyCode.SPACE);
        assertThat(submission(1).marks()).as("the first Space presses").hasSize(1);
        assertThat(submission(0).marks()).hasSize(3);
    }

    @Test
    void marksPapersByKeys(FxRobot robot) {
        markAll(robot);
        assertThat(presses).isEmpty();
    }

    @Override
    void bring(FxRobot robot, int paper) {
        if (paper > 0) {
            robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        }
        waitFor(() -> Screen.text(robot, "#student-name").equals("Student " + paper) && Screen.leaf(robot) != null);
        atDesk(robot);
    }

    /** The position of the cross-hairs, in points of the page as it is shown. */
    private static Point2D cross(FxRobot robot) {
        Node pages = robot.lookup(".page-roll").query();
        Matcher said = PLACE.matcher(pages.getAccessibleText());
        assertThat(said.matches()).as(pages.getAccessibleText()).isTrue();
        return new Point2D(Integer.parseInt(said.group(1).replace(",", "")),
                Integer.parseInt(said.group(2).replace(",", "")));
    }

    /** Moves the cross-hairs onto a word with arrow keys, with Shift for the last points. */
    private static void go(FxRobot robot, PagePoint to) {
        Point2D from = cross(robot);
        int right = (int) Math.round((to.x() - from.getX()) / STEP);
        int down = (int) Math.round(to.y() - from.getY());
        robot.type(right < 0 ? KeyCode.LEFT : KeyCode.RIGHT, Math.abs(right));
        KeyCode key = down < 0 ? KeyCode.UP : KeyCode.DOWN;
        robot.type(key, Math.abs(down) / STEP);
        robot.press(KeyCode.SHIFT).type(key, Math.abs(down) % STEP).release(KeyCode.SHIFT);
        assertThat(Math.abs(cross(robot).getY() - to.y())).isLessThan(2);
    }

    @Override
    void ink(FxRobot robot, int paper) {
        robot.type(KeyCode.DIGIT1).type(KeyCode.X);
        robot.type(KeyCode.SPACE).type(KeyCode.RIGHT, 3).type(KeyCode.DOWN).type(KeyCode.SPACE);
        assertThat(submission(paper).marks()).hasSize(1).allMatch(Stroke.class::isInstance);
    }

    /** With a phrase, by its code. */
    @Override
    void highlight(FxRobot robot, int paper) {
        robot.type(KeyCode.DIGIT2);
        go(robot, first.box().centre());
        robot.type(KeyCode.SPACE);
        go(robot, second.box().centre());
        robot.type(KeyCode.SPACE);
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.write("/un").type(KeyCode.ENTER);
        waitFor(() -> submission(paper).marks().size() == 2
                && submission(paper).marks().getLast().remark().text().equals("Units are missing."));
        assertThat(submission(paper).marks().getLast()).isInstanceOf(TextMarkup.class);
    }

    @Override
    void note(FxRobot robot, int paper) {
        waitFor(() -> Screen.isFocused(robot, ".page-roll"));
        robot.type(KeyCode.DIGIT4);
        robot.type(KeyCode.DOWN, 3).type(KeyCode.ENTER);
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.write("why").type(KeyCode.ENTER);
        waitFor(() -> submission(paper).marks().getLast().remark().text().equals("why"));
        assertThat(submission(paper).marks().getLast()).isInstanceOf(Note.class);
    }

    @Override
    void tick(FxRobot robot, int paper) {
        waitFor(() -> Screen.isFocused(robot, ".page-roll"));
        robot.type(KeyCode.DIGIT6);
        robot.type(KeyCode.DOWN, 2).type(KeyCode.ENTER).type(KeyCode.ESCAPE);
        waitFor(() -> submission(paper).marks().getLast() instanceof Stamp);
    }

    @Override
    void readOn(FxRobot robot, int paper) {
        robot.type(KeyCode.PAGE_DOWN);
        waitFor(() -> submission(paper).seen().size() > 1);
    }

    @Override
    void score(FxRobot robot, int paper) {
        robot.type(KeyCode.L);
        waitFor(() -> Screen.isFocused(robot, "#score-c1"));
        robot.write("6").type(KeyCode.ENTER);
        waitFor(() -> Screen.isFocused(robot, "#score-c2"));
        robot.write("7").type(KeyCode.ENTER);
        waitFor(() -> submission(paper).scores().score("c2").equals(Optional.of(BigDecimal.valueOf(7))));
    }

    @Override
    void seal(FxRobot robot, int paper) {
        robot.push(KeyCode.CONTROL, KeyCode.ENTER);
        waitFor(() -> submission(paper).sealed());
        assertThat(submission(paper).marks()).hasSize(4);
    }
}

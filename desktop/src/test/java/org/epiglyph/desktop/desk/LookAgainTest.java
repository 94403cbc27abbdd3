package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.waitFor;

import java.time.Instant;
import java.util.Optional;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.paper.PageRoll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Students to come back to, found by the program during marking and visited with keys. */
@ExtendWith(ApplicationExtension.class)
class LookAgainTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    private void edit(FxRobot robot, Edit edit) {
        robot.interact(() -> program.openBatch().orElseThrow().edit(edit));
    }

    @Test
    void reachesStudentsToReviewAndThoseWaitingByOneKey(FxRobot robot) {
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> Screen.text(robot, "#student-name").equals("Ada Typed"));
        edit(robot, new Edit.WriteOnTheWhole(SmallBatch.TWICE, "Do not show the student: ask Bao Scanned."));
        edit(robot, new Edit.ReceiveAnswer(SmallBatch.SCANNED,
                new Answer("A-1", Optional.empty(), "Why?", Instant.EPOCH, "", false)));
        RollStrip roll = robot.lookup(".roll-strip").queryAs(RollStrip.class);
        waitFor(() -> {
            robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.G);
            return Screen.text(robot, "#student-name").equals("Cem Twice");
        });
        robot.interact(roll::requestFocus);
        waitFor(() -> roll.getAccessibleText().endsWith("look again"));
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.U);
        waitFor(() -> Screen.text(robot, "#student-name").equals("Bao Scanned"));
        assertThat(roll.getAccessibleText()).isNotNull();
        edit(robot, new Edit.Reply(SmallBatch.SCANNED, "A-1", "So."));
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.U);
        waitFor(() -> robot.lookup("Nobody else waits for a reply.").tryQuery().isPresent());
    }

    /** In the same pulse of the interface, before layout: what is typed next is the reply. */
    @Test
    void focusesTheReplyWhenAnswersOpen(FxRobot robot) throws Exception {
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> Screen.leaf(robot) != null
                && robot.lookup(n -> n instanceof PageRoll && n.isFocused()).tryQuery().isPresent());
        edit(robot, new Edit.ReceiveAnswer(SmallBatch.TYPED,
                new Answer("A-1", Optional.empty(), "Why?", Instant.EPOCH, "", false)));
        Scene scene = robot.lookup(".roll-strip").query().getScene();
        boolean[] atOnce = new boolean[1];
        robot.interact(() -> {
            Node owner = scene.getFocusOwner();
            Event.fireEvent(owner, new KeyEvent(KeyEvent.KEY_PRESSED, "U", "U", KeyCode.U, true, false, false, false));
            atOnce[0] = scene.getFocusOwner() instanceof TextArea area && area.getId().equals("reply-A-1");
        });
        assertThat(atOnce[0]).isTrue();
        robot.write("So.");
        waitFor(() -> reply().equals("So."));
        assertThat(program.openBatch().orElseThrow().lines()).filteredOn(e -> e.edit() instanceof Edit.Reply)
                .as("not a line a letter")
                .hasSizeLessThan(3);
    }

    @Test
    void savesAnUnfinishedReplyForItsStudent(FxRobot robot) {
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> Screen.leaf(robot) != null
                && robot.lookup(n -> n instanceof PageRoll && n.isFocused()).tryQuery().isPresent());
        edit(robot, new Edit.ReceiveAnswer(SmallBatch.TYPED,
                new Answer("A-1", Optional.empty(), "Why?", Instant.EPOCH, "", false)));
        robot.push(KeyCode.SHIFT, KeyCode.U);
        waitFor(() -> Screen.isFocused(robot, "#reply-A-1"));
        robot.interact(() -> {
            robot.lookup("#reply-A-1").queryAs(TextArea.class).insertText(0, "So.");
            ((Desk) program.frame().place()).goTo(SmallBatch.SCANNED, Optional.empty());
        });
        waitFor(() -> reply().equals("So."));
        robot.interact(() -> {
            ((Desk) program.frame().place()).goTo(SmallBatch.TYPED, Optional.empty());
        });
        waitFor(() -> Screen.isThere(robot, "#reply-A-1"));
        robot.interact(() -> {
            robot.lookup("#reply-A-1").queryAs(TextArea.class).insertText(3, " Yes.");
            program.toShelf();
        });
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.openBatch().isPresent());
        assertThat(reply()).as("kept when the desk was left").isEqualTo("So. Yes.");
    }

    private String reply() {
        return program.openBatch()
                .orElseThrow()
                .batch()
                .submission(SmallBatch.TYPED)
                .correspondence()
                .answers()
                .getFirst()
                .reply();
    }
}

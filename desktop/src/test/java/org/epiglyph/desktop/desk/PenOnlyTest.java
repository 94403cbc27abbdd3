package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.onPage;
import static org.epiglyph.desktop.Screen.waitFor;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.roster.Student;
import org.epiglyph.desktop.Screen;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/**
 * Papers are marked from the first stroke to the seal with the tip of a pen only: no key, no wheel, no second
 * button, nothing pressed twice.
 */
@ExtendWith(ApplicationExtension.class)
class PenOnlyTest extends SeveralPapers {
    private final List<KeyEvent> keys = new ArrayList<>();

    @Start
    void start(Stage stage) throws Exception {
        showPapers(stage);
        stage.getScene().addEventFilter(KeyEvent.ANY, keys::add);
    }

    private static void tap(FxRobot robot, Point2D place) {
        robot.moveTo(place).press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
    }

    private static void tap(FxRobot robot, String query) {
        waitFor(() -> Screen.isThere(robot, query));
        AtomicReference<Bounds> on = new AtomicReference<>();
        waitFor(() -> { // a person waits until the target stands still
            Node node = robot.lookup(query).query();
            node.getScene().getRoot().applyCss();
            node.getScene().getRoot().layout(); // on a busy machine no frame may have come since it appeared
            Bounds now = node.localToScreen(node.getLayoutBounds());
            return now != null && now.equals(on.getAndSet(now));
        });
        tap(robot, new Point2D(on.get().getCenterX(), on.get().getCenterY()));
    }

    private static void drag(FxRobot robot, Point2D from, Point2D to) {
        robot.moveTo(from).press(MouseButton.PRIMARY);
        robot.moveTo(from.midpoint(to)).moveTo(to).release(MouseButton.PRIMARY);
    }

    @Test
    void marksPapersWithThePenAlone(FxRobot robot) {
        markAll(robot);
        assertThat(keys).isEmpty();
    }

    /** With its notch in the roll. */
    @Override
    void bring(FxRobot robot, int paper) {
        if (paper > 0) {
            tap(robot, RollPoints.notch(robot, "K-" + paper));
        }
        waitFor(() -> Screen.text(robot, "#student-name").equals("Student " + paper) && leaf(robot) != null);
        atDesk(robot);
    }

    @Override
    void ink(FxRobot robot, int paper) {
        if (paper > 0) {
            tap(robot, "#slot-1"); // the current slot would open its settings
        }
        drag(robot, onPage(robot, 120, 640), onPage(robot, 220, 650));
        drag(robot, onPage(robot, 120, 670), onPage(robot, 220, 680));
        assertThat(submission(paper).marks()).hasSize(2).allMatch(Stroke.class::isInstance);
    }

    /** With a phrase suggested where the remark is written. */
    @Override
    void highlight(FxRobot robot, int paper) {
        tap(robot, "#slot-2");
        drag(robot, onPage(robot, first.box().centre()), onPage(robot, second.box().centre()));
        tap(robot, "#remark-phrase");
        Screen.moveAway(robot);
        tap(robot, ".phrase-row");
        waitFor(() -> submission(paper).marks().size() == 3
                && !submission(paper).marks().getLast().remark().isEmpty());
        assertThat(submission(paper).marks().getLast()).isInstanceOf(TextMarkup.class);
    }

    /** With a phrase from the list at the side, which is then closed. */
    @Override
    void note(FxRobot robot, int paper) {
        tap(robot, "#slot-4");
        tap(robot, onPage(robot, 420, 700));
        assertThat(submission(paper).marks().getLast()).isInstanceOf(Note.class);
        tap(robot, "#door-phrases");
        tap(robot, ".drawer-row");
        waitFor(() -> !submission(paper).marks().getLast().remark().isEmpty());
        tap(robot, "#door-phrases");
        waitFor(() -> !Screen.isThere(robot, ".drawer-row"));
    }

    @Override
    void tick(FxRobot robot, int paper) {
        tap(robot, "#slot-6");
        tap(robot, onPage(robot, 500, 300));
        assertThat(submission(paper).marks().getLast()).isInstanceOf(Stamp.class);
    }

    @Override
    void score(FxRobot robot, int paper) {
        for (String criterion : List.of("c1", "c2")) {
            tap(robot, "#score-" + criterion);
            waitFor(() -> Screen.isFocused(robot, "#score-" + criterion));
            Node scale = robot.lookup(".score-scale").match(n -> n.getParent().isVisible() && isShown(n)).query();
            Bounds on = scale.localToScreen(scale.getLayoutBounds());
            tap(robot, new Point2D(on.getMinX() + on.getWidth() * 0.75, on.getCenterY()));
            waitFor(() -> submission(paper).scores().score(criterion).isPresent());
        }
        assertThat(submission(paper).scores().score("c2").orElseThrow()).isBetween(BigDecimal.valueOf(5),
                BigDecimal.valueOf(7));
    }

    private static boolean isShown(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!n.isVisible()) {
                return false;
            }
        }
        return true;
    }

    /** With the scroll bar beside the pages. */
    @Override
    void readOn(FxRobot robot, int paper) {
        Node bar = robot.lookup(".page-roll .scroll-bar .thumb").match(PenOnlyTest::isShown).query();
        Bounds on = bar.localToScreen(bar.getLayoutBounds());
        drag(robot, new Point2D(on.getCenterX(), on.getMinY() + 20), new Point2D(on.getCenterX(), on.getMinY() + 300));
        waitFor(() -> submission(paper).seen().size() > 1);
    }

    @Override
    void seal(FxRobot robot, int paper) {
        tap(robot, "#seal");
        waitFor(() -> submission(paper).sealed());
        assertThat(submission(paper).marks()).hasSize(5);
    }
}

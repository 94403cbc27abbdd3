package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.paint.Color;
import javafx.scene.paint.Paint;
import javafx.scene.shape.Rectangle;
import javafx.stage.Stage;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** What is created, opened or moved between the styling and the drawing of a frame looks right in it. */
@ExtendWith(ApplicationExtension.class)
class FirstFrameTest extends InWindow {
    private final List<Paint> fills = new ArrayList<>();

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    /** What is prepared is shown at once; until then this goes from student to student. */
    @Test
    void aPageLooksLikePaperFromTheFirstFrame(FxRobot robot) {
        atDesk(robot);
        Screen.waitFor(() -> {
            robot.interact(this::toOtherStudent);
            robot.sleep(300);
            return !fills.isEmpty();
        });
        assertThat(fills).doesNotContain(Color.BLACK);
    }

    @Test
    void opensASlotsSettingsBesideItAfterASideClosed(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> run("Desk.act.history"));
        Screen.waitFor(() -> side(robot) > 100);
        robot.interact(() -> {
            run("Desk.act.history");
            run("Desk.act.slot");
        });
        WaitForAsyncUtils.waitForFxEvents();
        Bounds slot = bounds(robot.lookup("#slot-1").query());
        assertThat(bounds(robot.lookup(".ink-choice").query()).getMinX()).isBetween(slot.getMaxX(),
                slot.getMaxX() + 12);
    }

    private double side(FxRobot robot) {
        return bounds(robot.lookup(".pen-case").query()).getMinX()
                - bounds(robot.lookup(".ledger").query()).getMaxX();
    }

    private static Bounds bounds(Node node) {
        return node.localToScene(node.getBoundsInLocal());
    }

    private void run(String act) {
        program.frame().place().acts().stream().filter(a -> a.id().equals(act)).findFirst().orElseThrow().run().run();
    }

    private void toOtherStudent() {
        Parent root = program.frame().place().node().getScene().getRoot();
        root.applyCss();
        root.layout();
        Set<Node> before = root.lookupAll(".paper-dimmer");
        model().open(model().student().equals(SmallBatch.TYPED) ? SmallBatch.SCANNED : SmallBatch.TYPED);
        root.layout();
        root.lookupAll(".paper-dimmer")
                .stream()
                .filter(d -> !before.contains(d))
                .forEach(d -> fills.add(((Rectangle) d).getFill()));
    }
}

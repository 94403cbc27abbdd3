package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
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

/** A page that comes into sight is created between the styling and the drawing of a frame. */
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
    void aPageLooksLikePaperInTheFrameInWhichItIsCreated(FxRobot robot) {
        atDesk(robot);
        Screen.waitFor(() -> {
            robot.interact(this::toOtherStudent);
            robot.sleep(300);
            return !fills.isEmpty();
        });
        assertThat(fills).doesNotContain(Color.BLACK);
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

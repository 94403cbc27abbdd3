package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import javafx.event.Event;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/** A place is created part by part, one a frame; a press does not wait. */
@ExtendWith(ApplicationExtension.class)
class PartByPartTest {
    private final List<String> created = new ArrayList<>();
    private final Pane pane = new Pane();
    private int rows;

    /** Three rows, then a foot, then the end. */
    private PartByPart parts() {
        PartByPart parts = new PartByPart(List.of(() -> {
            created.add("row " + ++rows);
            return rows < 3;
        }, PartByPart.once(() -> created.add("foot"))));
        parts.then(() -> created.add("end"));
        return parts;
    }

    private static void press(Pane on) {
        Event.fireEvent(on, new MouseEvent(MouseEvent.MOUSE_PRESSED, 0, 0, 0, 0, MouseButton.PRIMARY, 1, false, false,
                false, false, true, false, false, false, false, true, null));
    }

    @Test
    void addsOnePartPerFrameInOrder(FxRobot robot) {
        robot.interact(() -> {
            PartByPart parts = parts();
            parts.handle(0);
            assertThat(created).as("what is there already comes first").isEmpty();
            parts.handle(16);
            assertThat(created).containsExactly("row 1");
            parts.handle(32);
            parts.handle(48);
            parts.handle(64);
            assertThat(created).containsExactly("row 1", "row 2", "row 3", "foot");
            assertThat(parts.isFinished()).isFalse();
            parts.handle(80);
            assertThat(created).endsWith("end");
            assertThat(parts.isFinished()).isTrue();
        });
    }

    @Test
    void aPressCompletesThePartsFirst(FxRobot robot) {
        robot.interact(() -> {
            PartByPart parts = parts();
            parts.start(pane);
            pane.setOnMousePressed(_ -> created.add("press"));
            press(pane);
            press(pane);
            assertThat(created).containsExactly("row 1", "row 2", "row 3", "foot", "end", "press", "press");
        });
    }

    @Test
    void runsTheFollowUpOnceEvenIfAllPartsExist(FxRobot robot) {
        PartByPart parts = parts();
        robot.interact(parts::finish);
        robot.interact(() -> parts.then(() -> created.add("later")));
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(created).endsWith("foot", "end", "later");
    }

    @Test
    void addsNothingAfterItsEnd(FxRobot robot) {
        robot.interact(() -> {
            PartByPart parts = parts();
            parts.start(pane);
            parts.end();
            press(pane);
            parts.finish();
            assertThat(created).isEmpty();
        });
    }

    @Test
    void doesNotRetryAFailedPart(FxRobot robot) {
        robot.interact(() -> {
            PartByPart parts = new PartByPart(List.of(() -> {
                throw new IllegalStateException("a fault");
            }, PartByPart.once(() -> created.add("foot"))));
            parts.then(() -> created.add("end"));
            parts.handle(0);
            assertThatThrownBy(() -> parts.handle(16)).hasMessage("a fault");
            parts.handle(32);
            parts.handle(48);
            assertThat(created).containsExactly("foot", "end");
        });
    }

    @Test
    void addsChildrenOneByOne(FxRobot robot) {
        List<Region> children = List.of(new Region(), new Region());
        robot.interact(() -> {
            PartByPart.addLater(pane, children);
            assertThat(pane.getChildren()).isEmpty();
            press(pane);
            assertThat(pane.getChildren()).isEqualTo(children);
        });
    }
}

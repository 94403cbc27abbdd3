package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.Optional;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.handback.HandBack;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.settings.PageSpace;
import org.epiglyph.desktop.settings.Settings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** A held key repeats, as keyboards do; the desk is left and returned to unchanged. */
@ExtendWith(ApplicationExtension.class)
class HeldKeyTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private void send(EventType<KeyEvent> type, KeyCode code, boolean control) {
        Scene scene = program.frame().root().getScene();
        Event.fireEvent(scene.getFocusOwner() == null ? scene : scene.getFocusOwner(),
                new KeyEvent(type, "", "", code, false, control, false, false));
    }

    @Test
    void aHeldKeyOpensAPlaceOnce(FxRobot robot) throws Exception {
        waitFor(() -> leaf(robot) != null);
        robot.interact(() -> {
            for (int i = 0; i < 30; i++) {
                send(KeyEvent.KEY_PRESSED, KeyCode.DIGIT3, true);
            }
        });
        waitFor(() -> program.frame().place() instanceof HandBack);
        HandBack place = (HandBack) program.frame().place();
        robot.interact(() -> {
            for (int i = 0; i < 30; i++) {
                send(KeyEvent.KEY_PRESSED, KeyCode.DIGIT3, true);
            }
            send(KeyEvent.KEY_RELEASED, KeyCode.DIGIT3, true);
        });
        assertThat(program.frame().place()).isSameAs(place);
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT2);
        waitFor(() -> program.frame().place() instanceof Desk);
        Desk desk = (Desk) program.frame().place();
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT2);
        assertThat(program.frame().place()).as("it is there already").isSameAs(desk);
    }

    @Test
    void theNextDeskRemembersThePageArea(FxRobot robot) {
        waitFor(() -> leaf(robot) != null);
        Optional<PageSpace> room = ((Desk) program.frame().place()).pages().room();
        robot.interact(() -> program.toShelf());
        waitFor(() -> new Settings(world.resolve("settings")).pageSpace().equals(room));
        assertThat(room.orElseThrow().width()).isBetween(200.0, 1280.0);
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk desk
                && desk.pages().leafInSight().filter(PageLeaf::hasImage).isPresent());
    }
}

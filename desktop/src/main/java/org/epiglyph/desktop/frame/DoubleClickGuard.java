package org.epiglyph.desktop.frame;

import java.util.List;
import java.util.Optional;
import javafx.event.EventType;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/**
 * Ignores the second click of a double click if the first one pressed a button that is now another, or brought a button
 * under the pointer: two quick clicks on <em>Seal</em> would also open the submission again, and on <em>Mark</em> they
 * would also draw on the page. A key in between makes them two clicks.
 */
final class DoubleClickGuard {
    private Optional<Pressed> first = Optional.empty();
    private boolean typedSince;
    private boolean ignoring;

    private DoubleClickGuard() {}

    /** A button as it was when it was pressed. */
    private record Pressed(ButtonBase button, String text, String spoken) {}

    static void install(Scene scene) {
        DoubleClickGuard guard = new DoubleClickGuard();
        scene.addEventFilter(MouseEvent.MOUSE_PRESSED, guard::pressed);
        for (EventType<MouseEvent> later : List.of(MouseEvent.MOUSE_DRAGGED, MouseEvent.MOUSE_RELEASED,
                MouseEvent.MOUSE_CLICKED)) {
            scene.addEventFilter(later, guard::after);
        }
        scene.addEventFilter(KeyEvent.KEY_PRESSED, _ -> guard.typedSince = true);
    }

    private void pressed(MouseEvent event) {
        if (event.getButton() != MouseButton.PRIMARY) {
            return;
        }
        ignoring = false;
        Optional<Pressed> now = event.getTarget() instanceof Node node ? button(node) : Optional.empty();
        if (event.getClickCount() <= 1 || typedSince) {
            first = now;
            typedSince = false;
        } else if (!now.equals(first)) {
            ignoring = true;
            event.consume();
        }
    }

    /** What belongs to an ignored press is ignored, too. */
    private void after(MouseEvent event) {
        if (ignoring && event.getButton() == MouseButton.PRIMARY) {
            event.consume();
        }
    }

    private static Optional<Pressed> button(Node node) {
        for (Node at = node; at != null; at = at.getParent()) {
            if (at instanceof ButtonBase button) {
                return Optional.of(new Pressed(button, button.getText(), button.getAccessibleText()));
            }
        }
        return Optional.empty();
    }
}

package org.epiglyph.desktop.desk;

import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Pane;

/** The pen case at the pointer, so that the hand need not travel: one key or the right mouse button opens it. */
final class CaseAtPointer extends FlowPane {
    private static final int COLUMNS = 6;
    private static final double SLOT = 54;
    private final PenCaseStrip strip;
    private final Pane above;
    private final Runnable afterwards;
    private double x;
    private double y;

    /**
     * @param above      the pane over the desk on which the case opens
     * @param afterwards called when a slot is taken or the case is closed
     */
    CaseAtPointer(PenCaseStrip strip, Pane above, Runnable afterwards) {
        this.strip = strip;
        this.above = above;
        this.afterwards = afterwards;
        getStyleClass().add("case-at-pointer");
        setPrefWrapLength(COLUMNS * SLOT);
        addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
    }

    /** Records the pointer's position. */
    void pointerAt(double sceneX, double sceneY) {
        x = sceneX;
        y = sceneY;
    }

    void openAtPointer() {
        if (above.getChildren().contains(this)) {
            close();
            return;
        }
        List<Button> slots = strip.copies(this::close);
        getChildren().setAll(slots);
        above.getChildren().add(this);
        applyCss();
        autosize();
        Point2D at = above.sceneToLocal(x, y);
        relocate(Math.clamp(at.getX() - getWidth() / 2, 8, Math.max(8, above.getWidth() - getWidth() - 8)),
                Math.clamp(at.getY() - SLOT / 2, 8, Math.max(8, above.getHeight() - getHeight() - 8)));
        slots.stream()
                .filter(b -> b.getPseudoClassStates().stream().anyMatch(p -> p.getPseudoClassName().equals("in-hand")))
                .findFirst()
                .ifPresent(Button::requestFocus);
    }

    void close() {
        above.getChildren().remove(this);
        afterwards.run();
    }

    private void onKey(KeyEvent e) {
        int here = getChildren().indexOf(getScene().getFocusOwner());
        int to = switch (e.getCode()) {
            case LEFT -> here - 1;
            case RIGHT -> here + 1;
            case UP -> here - COLUMNS;
            case DOWN -> here + COLUMNS;
            default -> -1;
        };
        if (e.getCode() == KeyCode.ESCAPE) {
            close();
        } else if (to >= 0 && to < getChildren().size()) {
            getChildren().get(to).requestFocus();
        } else if (!e.getCode().isArrowKey()) {
            return;
        }
        e.consume();
    }
}

package org.epiglyph.desktop.paper;

import javafx.geometry.Point2D;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Group;
import javafx.scene.input.KeyEvent;
import javafx.scene.shape.Line;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * A pen for working by keys alone: cross-hairs on the page that the arrow keys move. Enter presses and lifts, Space
 * presses and holds until the next Space, so that everything the pointer can do can be done. What stands at one point, as
 * a stamp does, needs no second Space; another slot ends what is being drawn.
 */
public final class KeyPen {
    private static final double STEP = 12;
    private static final double SMALL_STEP = 1;
    private final PageRoll roll;
    private final Gestures gestures;
    private final Group cross = new Group();
    private PageLeaf leaf;
    private PagePoint at;
    private boolean down;

    public KeyPen(DeskModel model, PageRoll roll, Gestures gestures) {
        this.roll = roll;
        this.gestures = gestures;
        model.penCaseProperty().addListener((_, before, now) -> {
            forgetIfGone();
            if (down && !before.current().equals(now.current())) {
                toggleContact();
            }
        });
        roll.addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
    }

    public boolean isActive() {
        return leaf != null;
    }

    /** Shows the cross-hairs in the middle of the page in sight, or hides them. */
    public void toggle() {
        if (isActive()) {
            hide();
            return;
        }
        roll.leafInSight().ifPresent(l -> {
            leaf = l;
            Point2D middle = l.sceneToLocal(roll.localToScene(roll.getWidth() / 2, roll.getHeight() / 3));
            at = l.at(Math.clamp(middle.getX(), 0, l.getWidth()), Math.clamp(middle.getY(), 0, l.getHeight()));
            roll.requestFocus();
            show();
        });
    }

    /** Hides the cross-hairs and cancels their gesture. */
    public void hide() {
        if (leaf != null) {
            leaf.getChildren().remove(cross);
            forget();
            announce(UiText.of("Desk.pages"));
        }
    }

    private void forget() {
        if (down) {
            gestures.cancel();
        }
        leaf = null;
        down = false;
    }

    /** What is held on a page that is no longer shown must not be placed among the pages shown now. */
    private void forgetIfGone() {
        if (isActive() && leaf.getParent() == null) {
            forget();
        }
    }

    private void toggleContact() {
        if (down) {
            gestures.release(contact(1));
            down = false;
        } else if (gestures.isAtOnePoint()) {
            tap();
        } else {
            gestures.press(contact(1));
            down = true;
        }
    }

    private void tap() {
        gestures.press(contact(1));
        gestures.release(contact(1));
        down = false;
    }

    private void onKey(KeyEvent e) {
        forgetIfGone();
        if (!isActive()) {
            return;
        }
        double step = e.isShiftDown() ? SMALL_STEP : STEP;
        switch (e.getCode()) {
            case LEFT -> move(-step, 0);
            case RIGHT -> move(step, 0);
            case UP -> move(0, -step);
            case DOWN -> move(0, step);
            case ENTER -> tap();
            case SPACE -> toggleContact();
            case ESCAPE -> hide();
            default -> {
                return;
            }
        }
        e.consume();
    }

    private Contact contact(int clicks) {
        return new Contact(leaf, at, 0, System.nanoTime() / 1_000_000, clicks, false, false);
    }

    private void move(double dx, double dy) {
        PagePoint shown = leaf.geometry().toShown(at);
        at = leaf.geometry().nearest(leaf.geometry().fromShown(shown.movedBy(dx, dy)));
        if (down) {
            gestures.drag(contact(1));
        }
        show();
    }

    private void show() {
        PagePoint shown = leaf.geometry().toShown(at);
        double x = shown.x() * leaf.scale();
        double y = shown.y() * leaf.scale();
        Line across = new Line(x - 14, y, x + 14, y);
        Line upright = new Line(x, y - 14, x, y + 14);
        across.getStyleClass().add("cross-hair");
        upright.getStyleClass().add("cross-hair");
        cross.setMouseTransparent(true);
        cross.getChildren().setAll(across, upright);
        if (!leaf.getChildren().contains(cross)) {
            leaf.getChildren().add(cross);
        }
        roll.reveal(leaf.page(), new org.epiglyph.core.page.PageBox(at.x(), at.y(), 0, 0));
        announce(UiText.of("Desk.crossHairs", leaf.page().number(), Math.round(shown.x()), Math.round(shown.y())));
    }

    private void announce(String text) {
        roll.setAccessibleText(text);
        roll.notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }
}

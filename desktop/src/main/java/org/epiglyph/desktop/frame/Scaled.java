package org.epiglyph.desktop.frame;

import javafx.collections.ListChangeListener;
import javafx.collections.WeakListChangeListener;
import javafx.scene.control.PopupControl;
import javafx.scene.layout.Region;
import javafx.scene.transform.Scale;
import javafx.stage.Window;

/**
 * Shows its one child enlarged, and lays it out in correspondingly less space, so that everything keeps its
 * proportions. Menus and tooltips over it, which have windows of their own, get larger text.
 */
final class Scaled extends Region {
    private static final double TEXT = 14;
    private final Region child;
    private final Scale scale = new Scale(1, 1);
    /** Referenced only here, so that a closed window can be collected. */
    private final ListChangeListener<Window> opened = change -> {
        while (change.next()) {
            change.getAddedSubList().forEach(this::enlarge);
        }
    };

    Scaled(Region child) {
        this.child = child;
        child.getTransforms().add(scale);
        getChildren().add(child);
        Window.getWindows().addListener(new WeakListChangeListener<>(opened));
    }

    private void enlarge(Window window) {
        if (window instanceof PopupControl popup && getScene() != null
                && popup.getOwnerWindow() == getScene().getWindow()) {
            popup.setStyle(scale.getX() == 1 ? "" : "-fx-font-size: " + TEXT * scale.getX() + "px;");
        }
    }

    void percent(int percent) {
        scale.setX(percent / 100.0);
        scale.setY(percent / 100.0);
        requestLayout();
    }

    @Override
    protected void layoutChildren() {
        child.resizeRelocate(0, 0, getWidth() / scale.getX(), getHeight() / scale.getY());
    }
}

package org.epiglyph.desktop.frame;

import javafx.scene.layout.Region;
import javafx.scene.transform.Scale;

/**
 * Shows its one child enlarged, and lays it out in correspondingly less space, so that everything keeps its
 * proportions.
 */
final class Scaled extends Region {
    private final Region child;
    private final Scale scale = new Scale(1, 1);

    Scaled(Region child) {
        this.child = child;
        child.getTransforms().add(scale);
        getChildren().add(child);
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

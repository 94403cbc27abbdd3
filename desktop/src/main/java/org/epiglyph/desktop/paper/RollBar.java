package org.epiglyph.desktop.paper;

import javafx.geometry.Orientation;
import javafx.scene.control.ScrollBar;

/** The scroll bar beside the roll: its value is the top of the view, in pixels from the roll's beginning. */
final class RollBar extends ScrollBar {
    private static final double STEP = 60;
    private static final double SHARE_OF_A_VIEW = 0.9;

    RollBar() {
        setOrientation(Orientation.VERTICAL);
        setFocusTraversable(false);
    }

    /**
     * Fits the bar to the heights of the whole roll and of the view, in pixels; hidden if the view shows everything.
     */
    void measure(double roll, double view) {
        setMin(0);
        setMax(Math.max(0, roll - view));
        setVisibleAmount(getMax() * Math.min(1, view / Math.max(1, roll)));
        setUnitIncrement(STEP);
        setBlockIncrement(view * SHARE_OF_A_VIEW);
        setVisible(getMax() > 0);
    }
}

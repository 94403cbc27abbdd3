package org.epiglyph.desktop.frame;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Paint;
import org.epiglyph.core.batch.Stage;

/**
 * An upright vessel of ink that shows how far a submission is: the level is the share of criteria scored, a cap means
 * sealed, a folded corner handed back, a dashed outline nothing received. One colour, so that nothing depends on
 * colour.
 */
public final class InkGauge {
    /** The width of a vessel without its cap, in px. */
    public static final double WIDTH = 10;
    private static final double CORNER = 5;

    private InkGauge() {}

    /**
     * Draws a vessel.
     *
     * @param level  0 to 1
     * @param ink    its colour
     * @param ground the background colour
     * @param x      its left edge
     * @param middle the middle of its height
     */
    public static void draw(GraphicsContext g, double level, Stage stage, Paint ink, Paint ground, double x,
            double middle, double height) {
        double top = Math.round(middle - height / 2) + 0.5;
        double left = Math.round(x) + 0.5;
        double filled = Math.round(height * level);
        g.setFill(ink);
        g.fillRect(left, top + height - filled, WIDTH, filled);
        g.setStroke(ink);
        g.setLineWidth(1);
        g.setLineDashes(stage == Stage.NOTHING_RECEIVED ? new double[]{2, 2} : null);
        g.strokeRect(left, top, WIDTH, height);
        g.setLineDashes(null);
        if (stage == Stage.SEALED || stage == Stage.HANDED_BACK) {
            g.fillRect(left - 2, top - 3, WIDTH + 4, 2);
        }
        if (stage == Stage.HANDED_BACK) {
            g.setFill(ground);
            double[] xs = {left + CORNER, left + WIDTH, left + WIDTH};
            double[] ys = {top, top, top + CORNER};
            g.fillPolygon(xs, ys, 3);
            g.strokePolygon(xs, ys, 3);
        }
    }
}

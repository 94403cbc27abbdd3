package org.epiglyph.core.page;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Measures by how much the lines of writing in a picture are tilted. At the right angle dark pixels gather in few rows,
 * so that rows differ most from each other (projection profiles; Postl 1986, from memory).
 */
public final class Skew {
    /** A larger tilt, in degrees, does not come from a camera or a scanner. */
    static final double MOST = 10;
    private static final double COARSE = 0.5;
    private static final double FINE = 0.05;
    /** How much better than the untilted picture the best angle must be, as a factor. */
    private static final double BETTER = 1.01;
    private static final int LEAST_POINTS = 200;
    private static final int MOST_POINTS = 60_000;
    /** How much darker than its surroundings ink is, of 255. */
    private static final int DARKER = 30;
    private static final int NEAR = 12;
    private final List<double[]> points;

    private Skew(List<double[]> points) {
        this.points = points;
    }

    /**
     * The tilt.
     *
     * @param width  of the picture in pixels
     * @param height of the picture in pixels
     * @param rgb    rows from the top, as 0xRRGGBB; higher bits are ignored
     * @return degrees clockwise, between -{@link #MOST} and {@link #MOST}; 0 if no lines are found
     */
    public static double of(int width, int height, int[] rgb) {
        List<double[]> points = ink(width, height, rgb);
        if (points.size() < LEAST_POINTS) {
            return 0;
        }
        Skew skew = new Skew(points);
        double found = skew.best(0, MOST, COARSE);
        found = skew.best(found, COARSE, FINE);
        return skew.order(found) > skew.order(0) * BETTER ? Math.round(found * 100) / 100.0 : 0;
    }

    /** Pixels that are darker than those to their left, which excludes shadows. */
    private static List<double[]> ink(int width, int height, int[] rgb) {
        List<double[]> points = new ArrayList<>();
        int edge = Math.min(width, height) / 20;
        int step = Math.max(1, (int) ((long) width * height / (MOST_POINTS * 8L)));
        for (int y = edge; y < height - edge; y++) { // every row: skipping some would impose an order of its own
            for (int x = Math.max(edge, NEAR); x < width - Math.max(edge, NEAR); x += step) {
                int here = grey(rgb[y * width + x]);
                if (grey(rgb[y * width + x - NEAR]) - here > DARKER
                        && grey(rgb[y * width + x + NEAR]) - here > DARKER) {
                    points.add(new double[]{x, y});
                }
            }
        }
        return points;
    }

    private static int grey(int rgb) {
        return ((rgb >> 16 & 255) * 299 + (rgb >> 8 & 255) * 587 + (rgb & 255) * 114) / 1000;
    }

    private double best(double about, double reach, double step) {
        double best = about;
        double most = order(about);
        for (double angle = about - reach; angle <= about + reach; angle += step) {
            double order = order(angle);
            if (order > most) {
                most = order;
                best = angle;
            }
        }
        return Math.clamp(best, -MOST, MOST);
    }

    /** The sum of squares of the number of pixels in each row, with the picture turned back by an angle. */
    private double order(double degrees) {
        double sin = Math.sin(Math.toRadians(degrees));
        double cos = Math.cos(Math.toRadians(degrees));
        Map<Integer, Integer> rows = new HashMap<>();
        for (double[] p : points) {
            rows.merge((int) Math.floor(p[1] * cos - p[0] * sin), 1, Integer::sum);
        }
        return rows.values().stream().mapToDouble(n -> (double) n * n).sum();
    }
}

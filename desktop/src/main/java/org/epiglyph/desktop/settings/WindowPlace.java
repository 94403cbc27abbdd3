package org.epiglyph.desktop.settings;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Rectangle2D;

/**
 * Where the window was when the program was closed, in px of the screen.
 *
 * @param maximized true if it filled the screen; the other figures are its restored size
 */
public record WindowPlace(double x, double y, double width, double height, boolean maximized) {
    private static final double LEAST_WIDTH = 900;
    private static final double LEAST_HEIGHT = 600;
    private static final double GRIP = 120;
    private static final double USUAL_WIDTH = 1280;
    private static final double USUAL_HEIGHT = 800;
    private static final double TITLE_BAR = 60;

    public WindowPlace {
        if (!isPlace(x, y, width, height)) {
            throw new IllegalArgumentException("A window is at least 900 by 600, not " + width + " by " + height);
        }
    }

    /** A place that is not maximized; empty if the window has none yet, or is smaller than when it is shown. */
    public static Optional<WindowPlace> of(double x, double y, double width, double height) {
        return isPlace(x, y, width, height)
                ? Optional.of(new WindowPlace(x, y, width, height, false))
                : Optional.empty();
    }

    private static boolean isPlace(double x, double y, double width, double height) {
        return Double.isFinite(x) && Double.isFinite(y) && Double.isFinite(width) && Double.isFinite(height)
                && width >= LEAST_WIDTH && height >= LEAST_HEIGHT;
    }

    /**
     * The whole of a screen on which a window of the usual size would leave no space for its title bar; empty for a
     * larger one.
     */
    public static Optional<WindowPlace> onSmall(Rectangle2D screen) {
        return screen.getWidth() < USUAL_WIDTH + TITLE_BAR || screen.getHeight() < USUAL_HEIGHT + TITLE_BAR
                ? of(screen.getMinX(), screen.getMinY(), Math.min(screen.getWidth(), USUAL_WIDTH),
                        Math.min(screen.getHeight(), USUAL_HEIGHT))
                : Optional.empty();
    }

    public WindowPlace maximized(boolean other) {
        return new WindowPlace(x, y, width, height, other);
    }

    /**
     * The place on the present screens: one that is no longer visible, or larger than its screen, is moved onto the
     * first screen and made to fit.
     *
     * @param screens the usable area of each, the first one first; at least one
     */
    public WindowPlace on(List<Rectangle2D> screens) {
        boolean inSight = screens.stream()
                .anyMatch(s -> x + width > s.getMinX() + GRIP && x < s.getMaxX() - GRIP && y >= s.getMinY() - 1
                        && y < s.getMaxY() - GRIP && width <= s.getWidth() && height <= s.getHeight());
        if (inSight) {
            return this;
        }
        Rectangle2D first = screens.getFirst();
        double wide = Math.max(LEAST_WIDTH, Math.min(width, first.getWidth()));
        double high = Math.max(LEAST_HEIGHT, Math.min(height, first.getHeight()));
        return new WindowPlace(first.getMinX() + Math.max(0, (first.getWidth() - wide) / 2),
                first.getMinY() + Math.max(0, (first.getHeight() - high) / 2), wide, high, maximized);
    }
}

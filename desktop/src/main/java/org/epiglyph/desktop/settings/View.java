package org.epiglyph.desktop.settings;

import java.util.List;
import java.util.Objects;

/**
 * The marker's preferences for the window; saved from one start to the next.
 *
 * @param arrangement how pages follow each other
 * @param zoom        how large pages are
 * @param textSize    size of the interface in percent, 100 to 200
 * @param night       true for the night theme
 * @param dimmed      true if paper is dimmed at night
 * @param folded      names of the parts of the desk that are folded
 */
public record View(Arrangement arrangement, Zoom zoom, int textSize, boolean night, boolean dimmed,
        List<String> folded) {
    /** The defaults. */
    public static final View FRESH = new View(Arrangement.AUTOMATIC, Zoom.FIT_WIDTH, 100, false, false, List.of());

    /** How pages follow each other. */
    public enum Arrangement {
        /** One roll of paper. */
        CONTINUOUS,
        /** One page in sight at a time. */
        SINGLE,
        /** Two pages beside each other. */
        FACING,
        /** Two pages beside each other where there is room for both, else one roll of paper. */
        AUTOMATIC
    }

    /**
     * How large pages are.
     *
     * @param fit   what the page is fitted to
     * @param scale pixels per point if it is fitted to nothing
     */
    public record Zoom(Fit fit, double scale) {
        public static final Zoom FIT_WIDTH = new Zoom(Fit.WIDTH, 1);
        public static final Zoom FIT_PAGE = new Zoom(Fit.PAGE, 1);
        /** Smallest and largest scale, in pixels per point. */
        public static final double LEAST = 0.2;
        public static final double MOST = 6;

        /** What a page is fitted to. */
        public enum Fit {
            WIDTH, PAGE, NONE
        }

        public Zoom {
            Objects.requireNonNull(fit);
            scale = Math.clamp(scale, LEAST, MOST);
        }

        /** A scale of the marker's own, in pixels per point. */
        public static Zoom of(double scale) {
            return new Zoom(Fit.NONE, scale);
        }
    }

    public View {
        Objects.requireNonNull(arrangement);
        Objects.requireNonNull(zoom);
        textSize = Math.clamp(textSize, 100, 200);
        folded = folded == null ? List.of() : List.copyOf(folded);
    }

    public View withArrangement(Arrangement other) {
        return new View(other, zoom, textSize, night, dimmed, folded);
    }

    public View withZoom(Zoom other) {
        return new View(arrangement, other, textSize, night, dimmed, folded);
    }

    public View withTextSize(int percent) {
        return new View(arrangement, zoom, percent, night, dimmed, folded);
    }

    public View withNight(boolean other) {
        return new View(arrangement, zoom, textSize, other, dimmed, folded);
    }

    public View withDimmed(boolean other) {
        return new View(arrangement, zoom, textSize, night, other, folded);
    }

    public View withFolded(List<String> other) {
        return new View(arrangement, zoom, textSize, night, dimmed, other);
    }
}

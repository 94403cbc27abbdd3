package org.epiglyph.desktop.settings;

/**
 * The space for pages at the desk when it was last left. The first page of the next batch is drawn for it while the
 * desk is being created.
 *
 * @param width  in interface px, above 0
 * @param height in interface px, above 0
 * @param output screen pixels per interface pixel, above 0
 */
public record PageSpace(double width, double height, double output) {
    public PageSpace {
        if (!isSpace(width, height, output)) {
            throw new IllegalArgumentException("There is no room for pages in " + width + " by " + height);
        }
    }

    /** True if pages can be laid out in it. */
    public static boolean isSpace(double width, double height, double output) {
        return Double.isFinite(width) && Double.isFinite(height) && Double.isFinite(output) && width > 0 && height > 0
                && output > 0;
    }
}

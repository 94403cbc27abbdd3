package org.epiglyph.desktop.settings;

/**
 * The room for pages at the desk when it was left. The first page of the next batch is drawn for it while the desk is
 * being made.
 *
 * @param width  in px of the interface, above 0
 * @param height in px of the interface, above 0
 * @param output pixels of the screen for one of the interface's, above 0
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

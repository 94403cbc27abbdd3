package org.epiglyph.figures.plot;

import java.awt.Color;
import java.awt.Font;

/**
 * The colours and the typeface of a plot.
 *
 * @param ink     what is plotted
 * @param second  axes and labels
 * @param paper   the background
 * @param rule    fine lines
 * @param accent  what is selected, and boundaries
 * @param letters the font of labels, in its size
 */
public record Look(Color ink, Color second, Color paper, Color rule, Color accent, Font letters) {
    /** For paper, whatever the window looks like: for files and prints. */
    public static Look paper(Font letters) {
        return new Look(new Color(0x232a4d), new Color(0x555b7a), new Color(0xfffdf8), new Color(0xd5ccba),
                new Color(0xa8322d), letters);
    }
}

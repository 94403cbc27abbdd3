package org.epiglyph.figures.plot;

import java.awt.Color;
import java.awt.Font;

/**
 * In which colours and letters a plot is drawn.
 *
 * @param ink    what is plotted
 * @param second axes and their words
 * @param paper  the ground
 * @param rule   fine lines
 * @param accent what is chosen, and boundaries
 * @param letters of the size in which words are drawn
 */
public record Look(Color ink, Color second, Color paper, Color rule, Color accent, Font letters) {
    /** On paper, whatever the window is like: for files and prints. */
    public static Look paper(Font letters) {
        return new Look(new Color(0x232a4d), new Color(0x555b7a), new Color(0xfffdf8), new Color(0xd5ccba),
                new Color(0xa8322d), letters);
    }
}

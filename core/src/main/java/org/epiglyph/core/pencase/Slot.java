package org.epiglyph.core.pencase;

import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;

/**
 * One tool with its settings.
 *
 * @param tool  what it does
 * @param ink   its ink
 * @param width line width, type size or stamp height in points, above 0
 * @param sign  the sign that a stamp leaves; of no effect for other tools
 */
public record Slot(Tool tool, Ink ink, double width, Sign sign) {
    public Slot {
        if (!(width > 0 && width <= 96)) {
            throw new IllegalArgumentException("A tool's width is above 0 and up to 96 points, not " + width);
        }
    }

    public Slot withInk(Ink other) {
        return new Slot(tool, other, width, sign);
    }

    public Slot withWidth(double other) {
        return new Slot(tool, ink, other, sign);
    }
}

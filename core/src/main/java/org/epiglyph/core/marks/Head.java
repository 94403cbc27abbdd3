package org.epiglyph.core.marks;

import org.epiglyph.core.page.PageRef;

/**
 * What every mark has.
 *
 * @param id     unique within the batch, never blank
 * @param page   the page it stands on
 * @param ink    its ink
 * @param turn   clockwise degrees of its turn within page space, so that it stood upright when it was made: 0, 90, 180 or 270
 * @param remark its words, or {@link Remark#NONE}
 */
public record Head(String id, PageRef page, Ink ink, int turn, Remark remark) {
    public Head {
        if (id.isBlank()) {
            throw new IllegalArgumentException("A mark needs an id");
        }
        if (turn % 90 != 0 || turn < 0 || turn > 270) {
            throw new IllegalArgumentException("A mark is turned by 0, 90, 180 or 270 degrees, not " + turn);
        }
    }

    Head with(Remark other) {
        return new Head(id, page, ink, turn, other);
    }
}

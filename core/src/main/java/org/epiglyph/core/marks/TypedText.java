package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * Words typed on to the page itself. Lines break only where the marker broke them.
 *
 * @param head  id, page, ink, remark
 * @param at    the top left corner of the words as they stand upright
 * @param text  the words, never blank; lines separated by a line feed
 * @param size  type size in points, 4 to 96
 * @param width the width of the longest line in points, as measured in the marker's typeface
 */
public record TypedText(Head head, PagePoint at, String text, double size, double width) implements Mark {
    /** From one base line to the next, as a multiple of the type size. */
    public static final double LEADING = 1.3;
    private static final double ASCENT = 1.0;

    public TypedText {
        if (text.isBlank() || !(size >= 4 && size <= 96) || !(width >= 0)) {
            throw new IllegalArgumentException(
                    "Typed text needs words and a size of 4 to 96 points, not size " + size + ", width " + width);
        }
    }

    @Override
    public PageBox bounds() {
        return new PageBox(at.x(), at.y(), width, text.lines().count() * size * LEADING).turnedAbout(at, head.turn());
    }

    @Override
    public List<Drawn> drawing() {
        return List.of(
                new Drawn.Words(text, at.movedBy(0, size * ASCENT).turnedAbout(at, head.turn()), size, head.turn()));
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().grownBy(reach).contains(place);
    }

    @Override
    public TypedText movedBy(double dx, double dy) {
        return new TypedText(head, at.movedBy(dx, dy), text, size, width);
    }

    @Override
    public TypedText withRemark(Remark remark) {
        return new TypedText(head.with(remark), at, text, size, width);
    }
}

package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A highlight that follows words.
 *
 * @param head  id, page, ink, remark
 * @param boxes one box a line of text, at least one
 * @param text  the words it covers
 */
public record Highlight(Head head, List<PageBox> boxes, String text) implements Mark {
    public Highlight {
        boxes = List.copyOf(boxes);
        if (boxes.isEmpty()) {
            throw new IllegalArgumentException("A highlight needs words to cover");
        }
    }

    @Override
    public PageBox bounds() {
        return PageBox.around(boxes);
    }

    @Override
    public List<Drawn> drawing() {
        return List.of(new Drawn.Wash(boxes));
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return boxes.stream().anyMatch(box -> box.grownBy(reach).contains(place));
    }

    /** A highlight belongs to its words and stays where it is. */
    @Override
    public Highlight movedBy(double dx, double dy) {
        return this;
    }

    @Override
    public Highlight withRemark(Remark remark) {
        return new Highlight(head.with(remark), boxes, text);
    }
}

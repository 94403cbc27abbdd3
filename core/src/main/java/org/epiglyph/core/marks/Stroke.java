package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A line by hand: ink, or a highlighter's broad wash where the page has no text to follow.
 *
 * @param head  id, page, ink, remark
 * @param path  the smooth path
 * @param width line width in points, above 0
 * @param nib   fine or broad
 */
public record Stroke(Head head, InkPath path, double width, Nib nib) implements Mark {
    /** What the hand holds. */
    public enum Nib {
        /** Full ink. */
        FINE,
        /** Translucent, as a highlighter. */
        BROAD
    }

    public Stroke {
        if (!(width > 0)) {
            throw new IllegalArgumentException("A stroke needs a width above 0, not " + width);
        }
    }

    @Override
    public PageBox bounds() {
        return path.bounds().grownBy(width / 2);
    }

    @Override
    public List<Drawn> drawing() {
        return List.of(new Drawn.Lines(List.of(path), width, nib == Nib.BROAD));
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().grownBy(reach).contains(place) && path.distanceTo(place) <= width / 2 + reach;
    }

    @Override
    public Stroke movedBy(double dx, double dy) {
        return new Stroke(head, path.movedBy(dx, dy), width, nib);
    }

    @Override
    public Stroke withRemark(Remark remark) {
        return new Stroke(head.with(remark), path, width, nib);
    }
}

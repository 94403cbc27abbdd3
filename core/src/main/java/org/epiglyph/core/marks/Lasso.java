package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A loop drawn around marks to select them.
 *
 * @param loop the hand's path; its ends are joined
 */
public record Lasso(List<PagePoint> loop) {
    public Lasso {
        loop = List.copyOf(loop);
    }

    /** True if the middle of the mark is within the loop. */
    public boolean holds(Mark mark) {
        PageBox box = mark.bounds();
        return contains(box.centre());
    }

    /** True if the place is within the loop, by the even-odd rule. */
    boolean contains(PagePoint p) {
        boolean inside = false;
        for (int i = 0, j = loop.size() - 1; i < loop.size(); j = i++) {
            PagePoint a = loop.get(i);
            PagePoint b = loop.get(j);
            if (a.y() > p.y() != b.y() > p.y()
                    && p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x()) {
                inside = !inside;
            }
        }
        return inside;
    }
}

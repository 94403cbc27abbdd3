package org.epiglyph.desktop.marking;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;

/** Keeps marks on their pages, where the marker and the student can see them. A page of unknown size limits nothing. */
public final class PageSizes {
    private Function<PageRef, Optional<PageGeometry>> geometry = _ -> Optional.empty();

    /** @param geometry of a page; empty if it is not known */
    public void learnFrom(Function<PageRef, Optional<PageGeometry>> geometry) {
        this.geometry = geometry;
    }

    /** The mark, moved onto its page if it is partly or wholly beside it. */
    public <M extends Mark> M onto(M mark) {
        return onto(List.of(mark)).getFirst();
    }

    /** The marks of one page, moved together so that all of them are on it. */
    @SuppressWarnings("unchecked") // a moved mark is of the same kind
    <M extends Mark> List<M> onto(List<M> marks) {
        PageBox around = PageBox.around(marks.stream().map(Mark::bounds).toList());
        PagePoint move = geometry.apply(marks.getFirst().page())
                .map(g -> g.moveOnto(around))
                .orElse(new PagePoint(0, 0));
        return move.x() == 0 && move.y() == 0
                ? marks
                : marks.stream().map(m -> (M) m.movedBy(move.x(), move.y())).toList();
    }

    /** How much of a move, in points, leaves every mark on its page. */
    public PagePoint within(List<Mark> marks, double dx, double dy) {
        PagePoint move = new PagePoint(dx, dy);
        for (Mark mark : marks) {
            PagePoint wanted = move;
            move = geometry.apply(mark.page()).map(g -> g.moveWithin(mark.bounds(), wanted)).orElse(wanted);
        }
        return move;
    }
}

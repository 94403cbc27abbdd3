package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A remark at a place, marked with a printer's dagger.
 *
 * @param head id, page, ink, remark
 * @param at   the dagger's crossing
 */
public record Note(Head head, PagePoint at) implements Mark {
    private static final double LINE = 1.4;

    @Override
    public PageBox bounds() {
        return new PageBox(at.x() - 4, at.y() - 4, 8, 14).expandedBy(LINE / 2).turnedAbout(at, head.turn());
    }

    @Override
    public List<Drawn> drawing() {
        InkPath stem = InkPath.through(at.movedBy(0, -4), at.movedBy(0, 10));
        InkPath bar = InkPath.through(at.movedBy(-4, 0), at.movedBy(4, 0));
        return List.of(new Drawn.Lines(List.of(stem.turnedAbout(at, head.turn()), bar.turnedAbout(at, head.turn())),
                LINE, false));
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().expandedBy(reach).contains(place);
    }

    @Override
    public Note movedBy(double dx, double dy) {
        return new Note(head, at.movedBy(dx, dy));
    }

    /** A dagger has one size. */
    @Override
    public Note scaledAbout(PagePoint fixed, double factor) {
        return new Note(head, at.scaledAbout(fixed, factor));
    }

    @Override
    public double weight() {
        return 0;
    }

    @Override
    public Note withWeight(double points) {
        return this;
    }

    @Override
    public Note withHead(Head other) {
        return new Note(other, at);
    }
}

package org.epiglyph.core.marks;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.ink.InkCut;
import org.epiglyph.core.ink.InkOutline;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A line by hand: ink, or a highlighter's broad wash if the page has no text to follow.
 *
 * @param head  id, page, ink, remark
 * @param path  the smooth path
 * @param width line width in points, above 0
 * @param nib   fine or broad
 * @param swell how broad the line is at its start and at the end of each curve, as multiples of the width, above 0;
 *              empty if its breadth is constant
 */
public record Stroke(Head head, InkPath path, double width, Nib nib, List<Double> swell) implements Mark {
    /** Circles made of curves exceed their radius by at most this factor. */
    private static final double ROUND_ENDS = 1.001;

    /** The kind of pen. */
    public enum Nib {
        /** Full ink. */
        FINE,
        /** Translucent, like a highlighter. */
        BROAD
    }

    public Stroke {
        if (!(width > 0)) {
            throw new IllegalArgumentException("A stroke needs a width above 0, not " + width);
        }
        swell = swell == null ? List.of() : List.copyOf(swell); // strokes of the first version have none
        if (!swell.isEmpty() && swell.size() != path.curves().size() + 1 || swell.stream().anyMatch(s -> !(s > 0))) {
            throw new IllegalArgumentException("A stroke of " + path.curves().size()
                    + " curves needs one swell above 0 more than that, not " + swell);
        }
    }

    /** A stroke of constant breadth. */
    public Stroke(Head head, InkPath path, double width, Nib nib) {
        this(head, path, width, nib, List.of());
    }

    @Override
    public PageBox bounds() {
        return path.bounds().expandedBy(broadest() / 2);
    }

    private double broadest() {
        return width * swell.stream().mapToDouble(s -> s).max().orElse(1) * ROUND_ENDS;
    }

    @Override
    public List<Drawn> drawing() {
        return List.of(swell.isEmpty()
                ? new Drawn.Lines(List.of(path), width, nib == Nib.BROAD)
                : new Drawn.Area(InkOutline.of(path, width, swell)));
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().expandedBy(reach).contains(place) && path.distanceTo(place) <= broadest() / 2 + reach;
    }

    @Override
    public Stroke movedBy(double dx, double dy) {
        return new Stroke(head, path.movedBy(dx, dy), width, nib, swell);
    }

    @Override
    public Stroke scaledAbout(PagePoint fixed, double factor) {
        InkPath scaled = path.scaledAndMoved(factor, fixed.x() * (1 - factor), fixed.y() * (1 - factor));
        return new Stroke(head, scaled, width * factor, nib, swell);
    }

    @Override
    public double weight() {
        return width;
    }

    @Override
    public Stroke withWeight(double points) {
        return new Stroke(head, path, points, nib, swell);
    }

    @Override
    public Stroke withHead(Head other) {
        return new Stroke(other, path, width, nib, swell);
    }

    /**
     * What an eraser leaves of the stroke.
     *
     * @param at     the eraser's centre
     * @param radius the eraser's radius in points; what is within it is removed
     * @return the remaining pieces, with the heads of this stroke; this stroke alone if nothing was touched, empty if
     *         nothing is left
     */
    public List<Stroke> erasedAt(PagePoint at, double radius) {
        List<Stroke> pieces = new ArrayList<>();
        for (InkCut.Piece piece : InkCut.outside(path, at, radius + width / 2)) {
            List<Double> kept = swell.isEmpty() ? List.of() : piece.swell(swell);
            pieces.add(new Stroke(head, piece.path(), width, nib, kept));
        }
        return pieces;
    }
}

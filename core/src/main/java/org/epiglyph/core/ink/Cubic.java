package org.epiglyph.core.ink;

import org.epiglyph.core.page.PagePoint;

/**
 * A cubic Bézier curve that continues a path from its current end.
 *
 * @param first  control point near the start
 * @param second control point near the end
 * @param end    where the curve ends
 */
public record Cubic(PagePoint first, PagePoint second, PagePoint end) {
    /** A straight line written as a curve. */
    public static Cubic straight(PagePoint from, PagePoint to) {
        double dx = (to.x() - from.x()) / 3;
        double dy = (to.y() - from.y()) / 3;
        return new Cubic(from.movedBy(dx, dy), to.movedBy(-dx, -dy), to);
    }

    /** The point at parameter t, 0 to 1, when the curve starts at the given point. */
    public PagePoint at(PagePoint start, double t) {
        double u = 1 - t;
        double a = u * u * u;
        double b = 3 * u * u * t;
        double c = 3 * u * t * t;
        double d = t * t * t;
        return new PagePoint(a * start.x() + b * first.x() + c * second.x() + d * end.x(),
                a * start.y() + b * first.y() + c * second.y() + d * end.y());
    }

    /** This curve moved by so many points. */
    Cubic movedBy(double dx, double dy) {
        return new Cubic(first.movedBy(dx, dy), second.movedBy(dx, dy), end.movedBy(dx, dy));
    }

    /**
     * The part of this curve between two parameters, exact in position and slope.
     *
     * @param start where the whole curve starts
     * @param from  0 to 1
     * @param to    above from, up to 1
     */
    Cubic between(PagePoint start, double from, double to) {
        PagePoint a = at(start, from);
        PagePoint d = at(start, to);
        double share = (to - from) / 3;
        PagePoint leaving = slope(start, from);
        PagePoint arriving = slope(start, to);
        return new Cubic(a.movedBy(leaving.x() * share, leaving.y() * share),
                d.movedBy(-arriving.x() * share, -arriving.y() * share), d);
    }

    private PagePoint slope(PagePoint start, double t) {
        double u = 1 - t;
        double a = 3 * u * u;
        double b = 6 * u * t;
        double c = 3 * t * t;
        return new PagePoint(
                a * (first.x() - start.x()) + b * (second.x() - first.x()) + c * (end.x() - second.x()),
                a * (first.y() - start.y()) + b * (second.y() - first.y()) + c * (end.y() - second.y()));
    }
}

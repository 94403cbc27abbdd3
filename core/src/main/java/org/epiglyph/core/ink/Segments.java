package org.epiglyph.core.ink;

import org.epiglyph.core.page.PagePoint;

/** Distances to straight pieces of a path. */
final class Segments {
    private Segments() {}

    /** The shortest distance from p to the piece from a to b, in points. */
    static double distance(PagePoint p, PagePoint a, PagePoint b) {
        double dx = b.x() - a.x();
        double dy = b.y() - a.y();
        double square = dx * dx + dy * dy;
        double t = square == 0 ? 0 : Math.clamp(((p.x() - a.x()) * dx + (p.y() - a.y()) * dy) / square, 0, 1);
        return Math.hypot(p.x() - a.x() - t * dx, p.y() - a.y() - t * dy);
    }
}

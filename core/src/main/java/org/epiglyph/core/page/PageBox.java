package org.epiglyph.core.page;

import java.util.Collection;

/**
 * An upright rectangle in page space.
 *
 * @param left   points from the left edge of the crop box
 * @param top    points from the top edge of the crop box
 * @param width  points, 0 or more
 * @param height points, 0 or more
 */
public record PageBox(double left, double top, double width, double height) {
    public PageBox {
        if (!(width >= 0) || !(height >= 0) || !Double.isFinite(left) || !Double.isFinite(top)) {
            throw new IllegalArgumentException(
                    "A box needs finite corners and no negative side, not " + left + ", " + top + ", " + width + " x "
                            + height);
        }
    }

    /** The box between two opposite corners, in any order. */
    public static PageBox between(PagePoint one, PagePoint other) {
        return new PageBox(Math.min(one.x(), other.x()), Math.min(one.y(), other.y()), Math.abs(one.x() - other.x()),
                Math.abs(one.y() - other.y()));
    }

    /** The smallest box around all boxes; at least one is needed. */
    public static PageBox around(Collection<PageBox> boxes) {
        return boxes.stream()
                .reduce(PageBox::union)
                .orElseThrow(() -> new IllegalArgumentException("No box to go around"));
    }

    public double right() {
        return left + width;
    }

    public double bottom() {
        return top + height;
    }

    public PagePoint topLeft() {
        return new PagePoint(left, top);
    }

    public PagePoint centre() {
        return new PagePoint(left + width / 2, top + height / 2);
    }

    /** True if the point is inside or on the edge. */
    public boolean contains(PagePoint point) {
        return point.x() >= left && point.x() <= right() && point.y() >= top && point.y() <= bottom();
    }

    /** True if the boxes share more than an edge. */
    public boolean overlaps(PageBox other) {
        return left < other.right() && other.left < right() && top < other.bottom() && other.top < bottom();
    }

    public PageBox union(PageBox other) {
        double l = Math.min(left, other.left);
        double t = Math.min(top, other.top);
        return new PageBox(l, t, Math.max(right(), other.right()) - l, Math.max(bottom(), other.bottom()) - t);
    }

    /** This box with each side moved outwards by a number of points. */
    public PageBox expandedBy(double points) {
        return new PageBox(left - points, top - points, width + 2 * points, height + 2 * points);
    }

    /** The box of this one turned clockwise about a point by 0, 90, 180 or 270 degrees. */
    public PageBox turnedAbout(PagePoint centre, int degrees) {
        return between(topLeft().turnedAbout(centre, degrees),
                new PagePoint(right(), bottom()).turnedAbout(centre, degrees));
    }
}

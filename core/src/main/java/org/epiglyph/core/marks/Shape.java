package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A plain figure: an area that a remark refers to, a line, an arrow, a bracket beside some lines.
 *
 * @param head  id, page, ink, remark
 * @param form  which figure
 * @param from  where it begins: a corner of an area, the tail of an arrow
 * @param to    where it ends: the opposite corner, the arrow's tip
 * @param width line width in points, above 0
 */
public record Shape(Head head, Form form, PagePoint from, PagePoint to, double width) implements Mark {
    private static final double ROUND = 0.5523;

    /** The figures. */
    public enum Form {
        BOX,
        ELLIPSE,
        LINE,
        ARROW,
        /** Its arms point to the left of the direction from its beginning to its end, as seen on the page. */
        BRACKET;

        /** True if the figure encloses a part of the page. */
        public boolean isArea() {
            return this == BOX || this == ELLIPSE;
        }
    }

    public Shape {
        if (!(width > 0)) {
            throw new IllegalArgumentException("A line needs a width above 0, not " + width);
        }
    }

    @Override
    public PageBox bounds() {
        return PageBox.around(paths().stream().map(InkPath::bounds).toList()).expandedBy(width / 2);
    }

    /** The area, or the box between the ends, without line widths. */
    PageBox span() {
        return PageBox.between(from, to);
    }

    @Override
    public List<Drawn> drawing() {
        return List.of(new Drawn.Lines(paths(), width, false));
    }

    /** The figure's lines. */
    public List<InkPath> paths() {
        PageBox box = span();
        return switch (form) {
            case BOX -> List.of(InkPath.through(box.topLeft(), new PagePoint(box.right(), box.top()),
                    new PagePoint(box.right(), box.bottom()), new PagePoint(box.left(), box.bottom()), box.topLeft()));
            case ELLIPSE -> List.of(ellipse(box));
            case LINE -> List.of(InkPath.through(from, to));
            case ARROW -> List.of(InkPath.through(from, to),
                    InkPath.through(barb(155), to, barb(-155)));
            case BRACKET -> List.of(InkPath.through(arm(from), from, to, arm(to)));
        };
    }

    private PagePoint barb(double degrees) {
        double length = from.distanceTo(to);
        double reach = Math.min(4 + 3 * width, Math.max(length / 2, 2));
        PagePoint ahead = length < 1e-9
                ? to.movedBy(reach, 0)
                : to.movedBy((to.x() - from.x()) / length * reach, (to.y() - from.y()) / length * reach);
        return ahead.turnedAbout(to, degrees);
    }

    private PagePoint arm(PagePoint end) {
        double length = Math.max(from.distanceTo(to), 1e-9);
        double reach = 4 + 2 * width;
        return end.movedBy((to.y() - from.y()) / length * reach * -1, (to.x() - from.x()) / length * reach);
    }

    private static InkPath ellipse(PageBox box) {
        PagePoint c = box.centre();
        double rx = box.width() / 2;
        double ry = box.height() / 2;
        double kx = rx * ROUND;
        double ky = ry * ROUND;
        return new InkPath(c.movedBy(rx, 0),
                List.of(new Cubic(c.movedBy(rx, ky), c.movedBy(kx, ry), c.movedBy(0, ry)),
                        new Cubic(c.movedBy(-kx, ry), c.movedBy(-rx, ky), c.movedBy(-rx, 0)),
                        new Cubic(c.movedBy(-rx, -ky), c.movedBy(-kx, -ry), c.movedBy(0, -ry)),
                        new Cubic(c.movedBy(kx, -ry), c.movedBy(rx, -ky), c.movedBy(rx, 0))));
    }

    /** An area is touched on its edge, so that what is within it can be reached. */
    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().expandedBy(reach).contains(place)
                && paths().stream().anyMatch(p -> p.distanceTo(place) <= width / 2 + reach);
    }

    @Override
    public Shape movedBy(double dx, double dy) {
        return new Shape(head, form, from.movedBy(dx, dy), to.movedBy(dx, dy), width);
    }

    @Override
    public Shape scaledAbout(PagePoint fixed, double factor) {
        return new Shape(head, form, from.scaledAbout(fixed, factor), to.scaledAbout(fixed, factor), width);
    }

    @Override
    public double weight() {
        return width;
    }

    @Override
    public Shape withWeight(double points) {
        return new Shape(head, form, from, to, points);
    }

    @Override
    public Shape withHead(Head other) {
        return new Shape(other, form, from, to, width);
    }
}

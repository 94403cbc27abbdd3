package org.epiglyph.core.ink;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.page.PagePoint;

/** The outline of a line of varying breadth, as a broad nib or a pressed pen leaves it. */
public final class InkOutline {
    private static final double ROUND = 0.5523;
    private static final double SHARP = Math.toRadians(14);

    private InkOutline() {}

    /**
     * Closed outlines, all clockwise on the page, that together cover the line: tapered pieces with round ends and
     * round joins.
     *
     * @param path  the line's centre line
     * @param width its width in points
     * @param swell multiples of the width at the start and at the end of each curve
     */
    public static List<InkPath> of(InkPath path, double width, List<Double> swell) {
        List<PagePoint> points = new ArrayList<>(List.of(path.start()));
        List<Double> radii = new ArrayList<>(List.of(width * swell.getFirst() / 2));
        PagePoint from = path.start();
        for (int i = 0; i < path.curves().size(); i++) {
            Cubic curve = path.curves().get(i);
            for (int n = 1; n <= InkPath.STEPS; n++) {
                double t = n / (double) InkPath.STEPS;
                points.add(curve.at(from, t));
                radii.add(width * (swell.get(i) * (1 - t) + swell.get(i + 1) * t) / 2);
            }
            from = curve.end();
        }
        List<InkPath> outlines = new ArrayList<>();
        int last = points.size() - 1;
        for (int i = 0; i <= last; i++) {
            if (i == 0 || i == last || turns(points.get(i - 1), points.get(i), points.get(i + 1))) {
                outlines.add(circle(points.get(i), radii.get(i)));
            }
            if (i < last) {
                piece(points.get(i), points.get(i + 1), radii.get(i), radii.get(i + 1), outlines);
            }
        }
        return outlines;
    }

    private static boolean turns(PagePoint a, PagePoint b, PagePoint c) {
        double in = Math.atan2(b.y() - a.y(), b.x() - a.x());
        double out = Math.atan2(c.y() - b.y(), c.x() - b.x());
        return Math.abs(Math.IEEEremainder(out - in, 2 * Math.PI)) > SHARP;
    }

    private static void piece(PagePoint a, PagePoint b, double ra, double rb, List<InkPath> outlines) {
        double length = a.distanceTo(b);
        if (length < 1e-9) {
            return;
        }
        double nx = (a.y() - b.y()) / length;
        double ny = (b.x() - a.x()) / length;
        PagePoint first = a.movedBy(-nx * ra, -ny * ra);
        outlines.add(InkPath.through(first, b.movedBy(-nx * rb, -ny * rb), b.movedBy(nx * rb, ny * rb),
                a.movedBy(nx * ra, ny * ra), first));
    }

    private static InkPath circle(PagePoint c, double r) {
        double k = r * ROUND;
        return new InkPath(c.movedBy(r, 0),
                List.of(new Cubic(c.movedBy(r, k), c.movedBy(k, r), c.movedBy(0, r)),
                        new Cubic(c.movedBy(-k, r), c.movedBy(-r, k), c.movedBy(-r, 0)),
                        new Cubic(c.movedBy(-r, -k), c.movedBy(-k, -r), c.movedBy(0, -r)),
                        new Cubic(c.movedBy(k, -r), c.movedBy(r, -k), c.movedBy(r, 0))));
    }
}

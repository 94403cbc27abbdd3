package org.epiglyph.core.ink;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.epiglyph.core.page.PagePoint;

/** The outline of a line of varying breadth, as a broad nib or a pressed pen leaves it. */
public final class InkOutline {
    private static final double ROUND = 0.5523;
    /** A shorter piece has no direction, in points. */
    private static final double NOTHING = 1e-9;
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
                PagePoint at = curve.at(from, t);
                if (at.distanceTo(points.getLast()) < NOTHING) {
                    continue; // a hand at rest
                }
                points.add(at);
                radii.add(width * (swell.get(i) * (1 - t) + swell.get(i + 1) * t) / 2);
            }
            from = curve.end();
        }
        double[] directions = directions(points);
        List<InkPath> outlines = new ArrayList<>();
        int last = points.size() - 1;
        for (int i = 0; i <= last; i++) {
            if (i == 0 || i == last || turns(directions, i)) {
                outlines.add(circle(points.get(i), radii.get(i)));
            }
            if (i < last) {
                outlines.add(piece(points, radii, i, across(directions, i, i), across(directions, i + 1, i)));
            }
        }
        return outlines;
    }

    /** The direction of each piece, in radians. */
    private static double[] directions(List<PagePoint> points) {
        return IntStream.range(1, points.size()).mapToDouble(i -> {
            PagePoint from = points.get(i - 1);
            PagePoint to = points.get(i);
            return Math.atan2(to.y() - from.y(), to.x() - from.x());
        }).toArray();
    }

    private static boolean turns(double[] directions, int at) {
        return Math.abs(turn(directions, at)) > SHARP;
    }

    private static double turn(double[] directions, int at) {
        return Math.IEEEremainder(directions[at] - directions[at - 1], 2 * Math.PI);
    }

    /** The direction in which a piece ends at a point: half way to its neighbour's, so that no gap is between the two. */
    private static double across(double[] directions, int at, int piece) {
        return at == 0 || at == directions.length || turns(directions, at)
                ? directions[piece]
                : directions[at - 1] + turn(directions, at) / 2;
    }

    private static InkPath piece(List<PagePoint> points, List<Double> radii, int at, double begins, double ends) {
        PagePoint first = beside(points.get(at), radii.get(at), begins);
        return InkPath.through(first, beside(points.get(at + 1), radii.get(at + 1), ends),
                beside(points.get(at + 1), -radii.get(at + 1), ends), beside(points.get(at), -radii.get(at), begins),
                first);
    }

    /** To the left of a point as seen along a direction, where y points down. */
    private static PagePoint beside(PagePoint at, double distance, double direction) {
        return at.movedBy(Math.sin(direction) * distance, -Math.cos(direction) * distance);
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

package org.epiglyph.core.ink;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.page.PagePoint;

/**
 * Fits smooth curves to the hand's path: P. J. Schneider, "An Algorithm for Automatically Fitting Digitized Curves",
 * Graphics Gems, 1990. Every input point is within the tolerance of the fitted path at its own parameter.
 */
public final class InkFit {
    private static final int REFINEMENTS = 4;
    private final List<PagePoint> points;
    private final double tolerance;
    private final List<Cubic> fitted = new ArrayList<>();
    private final List<Integer> joints = new ArrayList<>();

    private InkFit(List<PagePoint> points, double tolerance) {
        this.points = points;
        this.tolerance = tolerance;
    }

    /**
     * The smooth path along the points.
     *
     * @param points    the hand's path in page space, in order, at least one
     * @param tolerance the largest distance of the path from a point, in points, above 0
     */
    public static InkPath smooth(List<PagePoint> points, double tolerance) {
        return fit(points, tolerance).path();
    }

    /**
     * A fitted path, and which of the input points are its joints.
     *
     * @param path   the smooth path
     * @param joints zero-based numbers of the points at its start and at the end of each curve
     */
    public record Fitted(InkPath path, List<Integer> joints) {}

    /** Like {@link #smooth}, but also returns which points are the joints. */
    public static Fitted fit(List<PagePoint> points, double tolerance) {
        if (points.isEmpty() || !(tolerance > 0)) {
            throw new IllegalArgumentException(
                    "A path needs a point and a tolerance above 0, not " + points.size() + ", " + tolerance);
        }
        List<Integer> distinct = withoutRepeats(points);
        PagePoint start = points.getFirst();
        if (distinct.size() == 1) {
            return new Fitted(new InkPath(start, List.of()), distinct);
        }
        InkFit fit = new InkFit(distinct.stream().map(points::get).toList(), tolerance);
        int last = distinct.size() - 1;
        fit.joints.add(0);
        fit.fit(0, last, fit.tangent(0, 1), fit.tangent(last, last - 1));
        return new Fitted(new InkPath(start, fit.fitted), fit.joints.stream().map(distinct::get).toList());
    }

    /** Numbers of the points that differ from the point before. */
    private static List<Integer> withoutRepeats(List<PagePoint> points) {
        List<Integer> kept = new ArrayList<>();
        for (int i = 0; i < points.size(); i++) {
            if (kept.isEmpty() || points.get(kept.getLast()).distanceTo(points.get(i)) > 1e-6) {
                kept.add(i);
            }
        }
        return kept;
    }

    private void fit(int first, int last, Vector startTangent, Vector endTangent) {
        PagePoint from = points.get(first);
        PagePoint to = points.get(last);
        if (last - first == 1) {
            double reach = from.distanceTo(to) / 3;
            fitted.add(new Cubic(startTangent.from(from, reach), endTangent.from(to, reach), to));
            joints.add(last);
            return;
        }
        double[] u = chordLengths(first, last);
        Cubic curve = leastSquares(first, last, u, startTangent, endTangent);
        Worst worst = worst(first, last, curve, u);
        for (int i = 0; i < REFINEMENTS && worst.error > tolerance && worst.error < tolerance * 16; i++) {
            reparameterize(first, curve, u);
            curve = leastSquares(first, last, u, startTangent, endTangent);
            worst = worst(first, last, curve, u);
        }
        if (worst.error <= tolerance) {
            fitted.add(curve);
            joints.add(last);
            return;
        }
        Vector middle = centreTangent(worst.index);
        fit(first, worst.index, startTangent, middle);
        fit(worst.index, last, middle.reversed(), endTangent);
    }

    private Vector tangent(int at, int towards) {
        return Vector.between(points.get(at), points.get(towards)).unit();
    }

    private Vector centreTangent(int at) {
        Vector v = Vector.between(points.get(at + 1), points.get(at - 1));
        return v.length() < 1e-9 ? Vector.between(points.get(at), points.get(at - 1)).unit() : v.unit();
    }

    private double[] chordLengths(int first, int last) {
        double[] u = new double[last - first + 1];
        for (int i = 1; i < u.length; i++) {
            u[i] = u[i - 1] + points.get(first + i).distanceTo(points.get(first + i - 1));
        }
        for (int i = 1; i < u.length; i++) {
            u[i] /= u[u.length - 1];
        }
        return u;
    }

    private Cubic leastSquares(int first, int last, double[] u, Vector startTangent, Vector endTangent) {
        PagePoint from = points.get(first);
        PagePoint to = points.get(last);
        double c00 = 0;
        double c01 = 0;
        double c11 = 0;
        double x0 = 0;
        double x1 = 0;
        for (int i = 0; i < u.length; i++) {
            double t = u[i];
            double s = 1 - t;
            double b0 = s * s * s;
            double b1 = 3 * t * s * s;
            double b2 = 3 * t * t * s;
            double b3 = t * t * t;
            Vector a0 = startTangent.times(b1);
            Vector a1 = endTangent.times(b2);
            PagePoint p = points.get(first + i);
            Vector rest = new Vector(p.x() - from.x() * (b0 + b1) - to.x() * (b2 + b3),
                    p.y() - from.y() * (b0 + b1) - to.y() * (b2 + b3));
            c00 += a0.dot(a0);
            c01 += a0.dot(a1);
            c11 += a1.dot(a1);
            x0 += a0.dot(rest);
            x1 += a1.dot(rest);
        }
        return solved(from, to, startTangent, endTangent, new double[]{c00, c01, c11, x0, x1});
    }

    /** @param sums of the normal equations: c00, c01, c11, x0, x1 */
    private static Cubic solved(PagePoint from, PagePoint to, Vector startTangent, Vector endTangent, double[] sums) {
        double c00 = sums[0];
        double c01 = sums[1];
        double c11 = sums[2];
        double x0 = sums[3];
        double x1 = sums[4];
        double determinant = c00 * c11 - c01 * c01;
        double chord = from.distanceTo(to);
        double alpha0 = Math.abs(determinant) < 1e-12 ? 0 : (x0 * c11 - x1 * c01) / determinant;
        double alpha1 = Math.abs(determinant) < 1e-12 ? 0 : (c00 * x1 - c01 * x0) / determinant;
        if (alpha0 < 1e-6 * chord || alpha1 < 1e-6 * chord) {
            alpha0 = chord / 3;
            alpha1 = chord / 3;
        }
        return new Cubic(startTangent.from(from, alpha0), endTangent.from(to, alpha1), to);
    }

    private Worst worst(int first, int last, Cubic curve, double[] u) {
        Worst worst = new Worst((first + last) / 2, 0);
        for (int i = 1; i < u.length - 1; i++) {
            double error = curve.at(points.get(first), u[i]).distanceTo(points.get(first + i));
            if (error > worst.error) {
                worst = new Worst(first + i, error);
            }
        }
        return worst;
    }

    private void reparameterize(int first, Cubic curve, double[] u) {
        for (int i = 1; i < u.length - 1; i++) {
            u[i] = nearer(points.get(first), curve, u[i], points.get(first + i));
        }
    }

    /**
     * One step of Newton's method towards the parameter at which the curve is nearest to a point.
     *
     * @param p0 where the curve begins
     * @param t  the parameter before, 0 to 1
     */
    static double nearer(PagePoint p0, Cubic c, double t, PagePoint p) {
        double s = 1 - t;
        PagePoint at = c.at(p0, t);
        double d1x = 3 * (s * s * (c.first().x() - p0.x()) + 2 * s * t * (c.second().x() - c.first().x())
                + t * t * (c.end().x() - c.second().x()));
        double d1y = 3 * (s * s * (c.first().y() - p0.y()) + 2 * s * t * (c.second().y() - c.first().y())
                + t * t * (c.end().y() - c.second().y()));
        double d2x = 6 * (s * (c.second().x() - 2 * c.first().x() + p0.x())
                + t * (c.end().x() - 2 * c.second().x() + c.first().x()));
        double d2y = 6 * (s * (c.second().y() - 2 * c.first().y() + p0.y())
                + t * (c.end().y() - 2 * c.second().y() + c.first().y()));
        double dx = at.x() - p.x();
        double dy = at.y() - p.y();
        double slope = d1x * d1x + d1y * d1y + dx * d2x + dy * d2y;
        return Math.abs(slope) > 1e-12 ? Math.clamp(t - (dx * d1x + dy * d1y) / slope, 0, 1) : t;
    }

    private record Worst(int index, double error) {}

    private record Vector(double x, double y) {
        static Vector between(PagePoint from, PagePoint to) {
            return new Vector(to.x() - from.x(), to.y() - from.y());
        }

        double length() {
            return Math.hypot(x, y);
        }

        Vector unit() {
            double length = length();
            return length < 1e-12 ? new Vector(1, 0) : new Vector(x / length, y / length);
        }

        Vector reversed() {
            return new Vector(-x, -y);
        }

        Vector times(double factor) {
            return new Vector(x * factor, y * factor);
        }

        double dot(Vector other) {
            return x * other.x + y * other.y;
        }

        PagePoint from(PagePoint start, double length) {
            return start.movedBy(x * length, y * length);
        }
    }
}

package org.epiglyph.core.ink;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.epiglyph.core.page.PagePoint;

/** Cuts out the part of a path that lies within a circle, as an eraser does. */
public final class InkCut {
    private static final int LEAST_STEPS = 24;
    private static final int MOST_STEPS = 10_000;
    private static final int HALVINGS = 20;

    private InkCut() {}

    /**
     * A remaining part of a path.
     *
     * @param path the part, which follows the whole path exactly
     * @param from where it begins on the whole path: number of the curve plus the parameter on it
     * @param to   where it ends
     */
    public record Piece(InkPath path, double from, double to) {
        /** The swell of this part, interpolated from the swell of the whole path at its joints. */
        public List<Double> swell(List<Double> whole) {
            List<Double> part = new ArrayList<>(List.of(at(whole, from)));
            for (int joint = (int) Math.floor(from) + 1; joint < to; joint++) {
                part.add(whole.get(joint));
            }
            if (!path.curves().isEmpty()) {
                part.add(at(whole, to));
            }
            return part;
        }

        private static double at(List<Double> whole, double place) {
            int joint = (int) Math.min(Math.floor(place), whole.size() - 1);
            double t = place - joint;
            return t == 0 ? whole.get(joint) : whole.get(joint) * (1 - t) + whole.get(joint + 1) * t;
        }
    }

    /**
     * The parts of a path outside a circle, in order; the whole path if it never enters the circle.
     *
     * @param centre the circle's centre
     * @param radius in points, above 0
     */
    public static List<Piece> outside(InkPath path, PagePoint centre, double radius) {
        if (path.curves().isEmpty()) {
            return path.start().distanceTo(centre) <= radius ? List.of() : List.of(new Piece(path, 0, 0));
        }
        List<Piece> pieces = new ArrayList<>();
        double end = path.curves().size();
        double open = isInside(path, 0, centre, radius) ? -1 : 0;
        double before = 0;
        for (double place : places(path, radius)) {
            boolean inside = isInside(path, place, centre, radius);
            if (inside && open >= 0) {
                add(pieces, path, open, border(path, before, place, centre, radius));
                open = -1;
            } else if (!inside && open < 0) {
                open = border(path, before, place, centre, radius);
            }
            before = place;
        }
        if (open == 0) {
            return List.of(new Piece(path, 0, end));
        }
        if (open > 0) {
            add(pieces, path, open, end);
        }
        return pieces;
    }

    /**
     * Places so close to each other that the path cannot pass through the circle's middle between two of them: a step
     * of the parameter covers at most three times its share of the control polygon, so at most a radius.
     */
    private static double[] places(InkPath path, double radius) {
        return IntStream.range(0, path.curves().size()).boxed().flatMapToDouble(i -> {
            Cubic curve = path.curves().get(i);
            double length = startOf(path, i).distanceTo(curve.first()) + curve.first().distanceTo(curve.second())
                    + curve.second().distanceTo(curve.end()); // no curve is longer than its control polygon
            int steps = (int) Math.clamp(3 * length / radius, LEAST_STEPS, MOST_STEPS);
            return IntStream.rangeClosed(1, steps).mapToDouble(n -> i + n / (double) steps);
        }).toArray();
    }

    private static void add(List<Piece> pieces, InkPath path, double from, double to) {
        if (to - from > 1e-6) {
            pieces.add(new Piece(part(path, from, to), from, to));
        }
    }

    /** Where the path crosses the circle between two places, one inside and one outside. */
    private static double border(InkPath path, double from, double to, PagePoint centre, double radius) {
        boolean first = isInside(path, from, centre, radius);
        double low = from;
        double high = to;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (low + high) / 2;
            if (isInside(path, middle, centre, radius) == first) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return (low + high) / 2;
    }

    private static boolean isInside(InkPath path, double place, PagePoint centre, double radius) {
        return at(path, place).distanceTo(centre) <= radius;
    }

    private static PagePoint at(InkPath path, double place) {
        int curve = Math.min((int) place, path.curves().size() - 1);
        return path.curves().get(curve).at(startOf(path, curve), place - curve);
    }

    private static PagePoint startOf(InkPath path, int curve) {
        return curve == 0 ? path.start() : path.curves().get(curve - 1).end();
    }

    private static InkPath part(InkPath path, double from, double to) {
        List<Cubic> curves = new ArrayList<>();
        for (int i = (int) from; i < to; i++) {
            double a = Math.max(0, from - i);
            double b = Math.min(1, to - i);
            if (b > a) {
                curves.add(path.curves().get(i).between(startOf(path, i), a, b));
            }
        }
        return new InkPath(at(path, from), curves);
    }
}

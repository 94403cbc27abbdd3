package org.epiglyph.core.ink;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A line drawn without lifting the pen. Without curves it is a dot.
 *
 * @param start  where the pen touched the page
 * @param curves what follows, each from the end of the one before
 */
public record InkPath(PagePoint start, List<Cubic> curves) {
    /** Number of straight pieces that approximate one curve when a path is measured or outlined. */
    static final int STEPS = 8;

    public InkPath {
        curves = List.copyOf(curves);
    }

    /** Straight lines through the points; at least one point is needed. */
    public static InkPath through(PagePoint... points) {
        return through(Arrays.asList(points));
    }

    /** Straight lines through the points; at least one point is needed. */
    public static InkPath through(List<PagePoint> points) {
        List<Cubic> curves = new ArrayList<>();
        for (int i = 1; i < points.size(); i++) {
            curves.add(Cubic.straight(points.get(i - 1), points.get(i)));
        }
        return new InkPath(points.getFirst(), curves);
    }

    /** Points along the path, close enough together for measuring. */
    public List<PagePoint> flattened() {
        List<PagePoint> points = new ArrayList<>();
        points.add(start);
        PagePoint from = start;
        for (Cubic curve : curves) {
            for (int i = 1; i <= STEPS; i++) {
                points.add(curve.at(from, i / (double) STEPS));
            }
            from = curve.end();
        }
        return points;
    }

    /** Its length along the centre line, in points. */
    public double length() {
        List<PagePoint> points = flattened();
        double length = 0;
        for (int i = 1; i < points.size(); i++) {
            length += points.get(i - 1).distanceTo(points.get(i));
        }
        return length;
    }

    /** The box around the path's centre line, without its width. */
    public PageBox bounds() {
        List<PagePoint> points = flattened();
        PageBox box = new PageBox(start.x(), start.y(), 0, 0);
        for (PagePoint p : points) {
            box = box.union(new PageBox(p.x(), p.y(), 0, 0));
        }
        return box;
    }

    /** The shortest distance from the place to the path's centre line, in points. */
    public double distanceTo(PagePoint place) {
        List<PagePoint> points = flattened();
        double best = points.getFirst().distanceTo(place);
        for (int i = 1; i < points.size(); i++) {
            best = Math.min(best, Segments.distance(place, points.get(i - 1), points.get(i)));
        }
        return best;
    }

    /** This path moved by a number of points. */
    public InkPath movedBy(double dx, double dy) {
        return new InkPath(start.movedBy(dx, dy), curves.stream().map(c -> c.movedBy(dx, dy)).toList());
    }

    /** This path scaled about the origin of page space and then moved. */
    public InkPath scaledAndMoved(double scale, double dx, double dy) {
        return new InkPath(scaled(start, scale, dx, dy), curves.stream()
                .map(c -> new Cubic(scaled(c.first(), scale, dx, dy), scaled(c.second(), scale, dx, dy),
                        scaled(c.end(), scale, dx, dy)))
                .toList());
    }

    /** This path turned clockwise about a point by any angle in degrees. */
    public InkPath turnedAbout(PagePoint centre, double degrees) {
        return new InkPath(start.turnedAbout(centre, degrees), curves.stream()
                .map(c -> new Cubic(c.first().turnedAbout(centre, degrees), c.second().turnedAbout(centre, degrees),
                        c.end().turnedAbout(centre, degrees)))
                .toList());
    }

    private static PagePoint scaled(PagePoint p, double scale, double dx, double dy) {
        return new PagePoint(p.x() * scale + dx, p.y() * scale + dy);
    }
}

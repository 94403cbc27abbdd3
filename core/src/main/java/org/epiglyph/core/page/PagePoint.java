package org.epiglyph.core.page;

/**
 * A place on a page, in page space: points (1/72 inch) from the top left corner of the crop box, y down, before rotation.
 *
 * @param x points to the right
 * @param y points down
 */
public record PagePoint(double x, double y) {
    public PagePoint {
        if (!Double.isFinite(x) || !Double.isFinite(y)) {
            throw new IllegalArgumentException("A page point needs finite coordinates, not " + x + ", " + y);
        }
    }

    /** This point moved by a number of points. */
    public PagePoint movedBy(double dx, double dy) {
        return new PagePoint(x + dx, y + dy);
    }

    /** Straight distance to the other point, in points. */
    public double distanceTo(PagePoint other) {
        return Math.hypot(x - other.x, y - other.y);
    }

    /** This point scaled about a fixed point. */
    public PagePoint scaledAbout(PagePoint fixed, double factor) {
        return new PagePoint(fixed.x + (x - fixed.x) * factor, fixed.y + (y - fixed.y) * factor);
    }

    /** This point turned clockwise about another by any angle in degrees; a quarter turn is exact. */
    public PagePoint turnedAbout(PagePoint centre, double degrees) {
        double whole = Math.IEEEremainder(degrees, 360);
        if (whole % 90 == 0) {
            return turnedAbout(centre, Math.floorMod((int) whole, 360));
        }
        double sin = Math.sin(Math.toRadians(whole));
        double cos = Math.cos(Math.toRadians(whole));
        double dx = x - centre.x;
        double dy = y - centre.y;
        return new PagePoint(centre.x + dx * cos - dy * sin, centre.y + dx * sin + dy * cos);
    }

    /** This point turned clockwise about another by 0, 90, 180 or 270 degrees. */
    public PagePoint turnedAbout(PagePoint centre, int degrees) {
        double dx = x - centre.x;
        double dy = y - centre.y;
        return switch (degrees) {
            case 90 -> new PagePoint(centre.x - dy, centre.y + dx);
            case 180 -> new PagePoint(centre.x - dx, centre.y - dy);
            case 270 -> new PagePoint(centre.x + dy, centre.y - dx);
            default -> this;
        };
    }
}

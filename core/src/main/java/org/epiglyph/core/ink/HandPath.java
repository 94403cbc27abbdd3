package org.epiglyph.core.ink;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.page.PagePoint;

/**
 * The hand's path across the page while it draws, with its pressure. If the device does not report pressure, speed
 * stands in for it: a slow hand leaves a broader line, as a wet nib does.
 */
public final class HandPath {
    /** The largest distance of the fitted path from a place the hand went through, in points. */
    static final double TOLERANCE = 0.25;
    private static final double CALM = 0.35;
    private final List<PagePoint> points = new ArrayList<>();
    private final List<Double> swells = new ArrayList<>();
    private long before;

    /** A hand that has not touched the page yet. */
    public HandPath() {}

    /**
     * Adds a place of the hand.
     *
     * @param at       in page space
     * @param pressure above 0 up to 1; 0 if the device does not report it
     * @param millis   when
     * @return how broad the line is here, as a multiple of its width
     */
    public double add(PagePoint at, double pressure, long millis) {
        double wanted = pressure > 0 ? 0.4 + 1.2 * pressure : bySpeed(at, millis);
        double swell = swells.isEmpty() ? wanted : swells.getLast() + (wanted - swells.getLast()) * CALM;
        before = millis;
        points.add(at);
        swells.add(swell);
        return swell;
    }

    private double bySpeed(PagePoint at, long millis) {
        if (points.isEmpty()) {
            return 1;
        }
        double speed = points.getLast().distanceTo(at) / Math.max(1, millis - before); // points per millisecond
        return Math.clamp(1.2 - speed * 0.6, 0.65, 1.2);
    }

    public PagePoint first() {
        return points.getFirst();
    }

    public PagePoint last() {
        return points.getLast();
    }

    /** The places so far, in order. */
    public List<PagePoint> points() {
        return List.copyOf(points);
    }

    /** The smooth path, within {@link #TOLERANCE} of every place the hand went through. */
    public InkFit.Fitted fitted() {
        return InkFit.fit(points, TOLERANCE);
    }

    /** The swell at the joints of the fitted path. */
    public List<Double> swell(InkFit.Fitted fitted) {
        return fitted.joints().stream().map(swells::get).toList();
    }

    /**
     * The end of the path when it is drawn straight from its beginning; snapped to the nearest eighth of a turn if
     * wanted.
     */
    public PagePoint straightEnd(boolean steered) {
        PagePoint from = first();
        PagePoint to = last();
        if (!steered) {
            return to;
        }
        double eighth = Math.PI / 4;
        double angle = Math.round(Math.atan2(to.y() - from.y(), to.x() - from.x()) / eighth) * eighth;
        double length = from.distanceTo(to);
        return from.movedBy(Math.cos(angle) * length, Math.sin(angle) * length);
    }
}

package org.epiglyph.core.ink;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.page.PagePoint;

/**
 * The hand's way across the page while it draws, with how hard it presses. Where the device does not say, the speed
 * does: a slow hand leaves a broader line, as a wet nib does.
 */
public final class HandPath {
    /** How far the fitted path may pass from a place that the hand went through, in points. */
    public static final double TOLERANCE = 0.25;
    private static final double CALM = 0.35;
    private final List<PagePoint> points = new ArrayList<>();
    private final List<Double> swells = new ArrayList<>();
    private long before;

    /** A hand that has not come down yet. */
    public HandPath() {}

    /**
     * The hand at a place.
     *
     * @param at       in page space
     * @param pressure above 0 up to 1; 0 where the device does not tell
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
        double speed = points.getLast().distanceTo(at) / Math.max(1, millis - before); // points a millisecond
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

    /** The smooth path; within {@link #TOLERANCE} of every place the hand went through. */
    public InkFit.Fitted fitted() {
        return InkFit.fit(points, TOLERANCE);
    }

    /** The swell at the joints of the fitted path. */
    public List<Double> swell(InkFit.Fitted fitted) {
        return fitted.joints().stream().map(swells::get).toList();
    }

    /** The end of the path where it goes straight from its beginning; steered to the next eighth of a turn. */
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

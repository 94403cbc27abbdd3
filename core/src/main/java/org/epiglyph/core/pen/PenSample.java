package org.epiglyph.core.pen;

/**
 * One report of a pen.
 *
 * @param x        to the right, in pixels of the window's content
 * @param y        down, in pixels of the window's content
 * @param pressure 0 hovering to 1 full pressure
 * @param tiltX    degrees from upright towards the right, -90 to 90
 * @param tiltY    degrees from upright towards the hand, -90 to 90
 * @param millis   time since the recording or the device started
 */
public record PenSample(double x, double y, double pressure, double tiltX, double tiltY, long millis) {
    public PenSample {
        if (!(pressure >= 0 && pressure <= 1) || !Double.isFinite(x) || !Double.isFinite(y)) {
            throw new IllegalArgumentException("A pen presses from 0 to 1 at a place, not " + pressure);
        }
    }

    /** True if the pen touches the surface. */
    public boolean isDown() {
        return pressure > 0;
    }
}

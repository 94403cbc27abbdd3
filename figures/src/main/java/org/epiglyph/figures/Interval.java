package org.epiglyph.figures;

/**
 * Within which a figure lies with 95 percent confidence.
 *
 * @param low  not above the other end
 * @param high not below it
 */
public record Interval(double low, double high) {
    /** The confidence of all intervals here. */
    static final double CONFIDENCE = 0.95;

    static Interval around(double middle, double reach) {
        return new Interval(middle - reach, middle + reach);
    }

    /** True if a figure may as well be this one. */
    public boolean has(double figure) {
        return low <= figure && figure <= high;
    }
}

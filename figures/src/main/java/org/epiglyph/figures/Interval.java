package org.epiglyph.figures;

/**
 * A 95 percent confidence interval.
 *
 * @param low  not above the other end
 * @param high not below the other end
 */
public record Interval(double low, double high) {
    /** The confidence of all intervals here. */
    static final double CONFIDENCE = 0.95;

    static Interval around(double middle, double reach) {
        return new Interval(middle - reach, middle + reach);
    }

    /** True if the value may be this one. */
    boolean has(double figure) {
        return low <= figure && figure <= high;
    }
}

package org.epiglyph.demo;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.LocalTime;

/**
 * One rising tide, and the rule of twelfths for it: in the six hours from low to high water it rises by 1, 2, 3, 3, 2
 * and 1 twelfths of its range (common practice, no source).
 *
 * @param low     time of low water
 * @param lowM    height of low water in metres above chart datum
 * @param high    time of high water
 * @param highM   height of high water in metres above chart datum
 * @param asked   the time asked about
 * @param dries   drying height of the bar in metres
 * @param draught of the yacht in metres
 */
record Tide(LocalTime low, double lowM, LocalTime high, double highM, LocalTime asked, double dries, double draught) {
    private static final int[] TWELFTHS = {0, 1, 3, 6, 9, 11, 12};

    double range() {
        return highM - lowM;
    }

    double twelfth() {
        return range() / 12;
    }

    /** Length of one sixth of the rise. */
    Duration hour() {
        return Duration.between(low, high).dividedBy(6);
    }

    /** Height after a number of sixths of the rise, 0 to 6. */
    double heightAfter(int sixths) {
        return lowM + TWELFTHS[sixths] * twelfth();
    }

    /** Whole sixths elapsed at the time asked, 0 to 5. */
    int elapsedSixths() {
        return (int) Math.min(5, Duration.between(low, asked).dividedBy(hour()));
    }

    /** How far into the current sixth, 0 to 1. */
    double intoSixth() {
        return (Duration.between(low, asked).toSeconds() - hour().toSeconds() * elapsedSixths())
                / (double) hour().toSeconds();
    }

    /** Twelfths risen at the end of the whole sixths. */
    int twelfthsGone() {
        return TWELFTHS[elapsedSixths()];
    }

    /** Twelfths by which the tide rises in the current sixth. */
    int twelfthsRunning() {
        return TWELFTHS[elapsedSixths() + 1] - TWELFTHS[elapsedSixths()];
    }

    double requestedHeight() {
        return heightAfter(elapsedSixths()) + intoSixth() * twelfthsRunning() * twelfth();
    }

    double depthOverBar() {
        return requestedHeight() - dries;
    }

    double clearance() {
        return depthOverBar() - draught;
    }

    /** A number with two decimal places. */
    static String m(double metres) {
        return BigDecimal.valueOf(metres).setScale(2, RoundingMode.HALF_UP).toPlainString();
    }
}

package org.epiglyph.figures;

import java.util.Optional;
import org.apache.commons.math3.stat.regression.SimpleRegression;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * Whether results rise or fall in the order in which they were given, by least squares.
 *
 * @param slope     points from one result to the next
 * @param start     points at the beginning of the line, at the first result
 * @param interval  of the slope
 * @param lastThird the last third compared with the first third; empty if they are too few
 */
public record Trend(double slope, double start, Interval interval, Optional<Contrast> lastThird) {
    private static final int LEAST = 3;

    /** @param inOrder results in the order in which they were given; empty with fewer than three of them */
    static Optional<Trend> of(double[] inOrder) {
        int n = inOrder.length;
        if (n < LEAST) {
            return Optional.empty();
        }
        SimpleRegression line = new SimpleRegression();
        for (int i = 0; i < n; i++) {
            line.addData(i, inOrder[i]);
        }
        double t = TDistribution.of(n - 2.0).inverseSurvivalProbability((1 - Interval.CONFIDENCE) / 2);
        int third = n / 3;
        return Optional.of(new Trend(line.getSlope(), line.getIntercept(),
                Interval.around(line.getSlope(), t * line.getSlopeStdErr()),
                Contrast.of(new Sample(java.util.Arrays.copyOf(inOrder, third)),
                        new Sample(java.util.Arrays.copyOfRange(inOrder, n - third, n)))));
    }

    boolean isWithinChance() {
        return interval.has(0);
    }
}

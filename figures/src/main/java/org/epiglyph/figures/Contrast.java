package org.epiglyph.figures;

import java.util.Optional;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * How two groups differ, the second compared with the first.
 *
 * @param difference the second mean less the first
 * @param interval   of the difference, after Welch 1947, which does not assume equal spreads
 * @param effect     Hedges' g: the difference in units of the common spread, corrected for small groups; empty without
 *                   spread
 */
public record Contrast(int first, int second, double difference, Interval interval, Optional<Double> effect) {
    /** Compares two groups; empty if one has fewer than two figures, or there is no spread at all. */
    static Optional<Contrast> of(Sample first, Sample second) {
        int n = first.size();
        int m = second.size();
        if (n < 2 || m < 2) {
            return Optional.empty();
        }
        double a = first.spread() * first.spread() / n;
        double b = second.spread() * second.spread() / m;
        if (a + b == 0) {
            return Optional.empty();
        }
        double difference = second.mean() - first.mean();
        double freedom = (a + b) * (a + b) / (a * a / (n - 1) + b * b / (m - 1));
        double t = TDistribution.of(freedom).inverseSurvivalProbability((1 - Interval.CONFIDENCE) / 2);
        double common = Math.sqrt((a * n * (n - 1) + b * m * (m - 1)) / (n + m - 2));
        double correction = 1 - 3.0 / (4.0 * (n + m - 2) - 1);
        return Optional.of(new Contrast(n, m, difference, Interval.around(difference, t * Math.sqrt(a + b)),
                Optional.of(difference / common * correction)));
    }

    /** True if a difference of this size may be due to chance. */
    boolean isWithinChance() {
        return interval.has(0);
    }
}

package org.epiglyph.figures;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.apache.commons.math3.linear.RealMatrix;
import org.apache.commons.math3.stat.correlation.PearsonsCorrelation;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * How two criteria are related.
 *
 * @param first       index of the first criterion, from 0
 * @param second      index of the second, greater
 * @param students    number of students with a score on every criterion
 * @param correlation Pearson's, from -1 to 1
 * @param interval    of it, by Fisher's z (from memory; R's cor.test has the same)
 */
public record Relation(int first, int second, int students, double correlation, Interval interval) {
    /** Fisher's interval needs more students than three. */
    private static final int LEAST = 4;

    /**
     * All pairs, most closely related first. Criteria with constant scores have none.
     *
     * @param scores one row per student, each with a figure for every criterion
     */
    static List<Relation> of(double[][] scores) {
        if (scores.length < LEAST || scores[0].length < 2) {
            return List.of();
        }
        RealMatrix matrix = new PearsonsCorrelation(scores).getCorrelationMatrix();
        List<Relation> all = new ArrayList<>();
        for (int i = 0; i < scores[0].length; i++) {
            for (int j = i + 1; j < scores[0].length; j++) {
                double r = matrix.getEntry(i, j);
                if (!Double.isNaN(r)) {
                    all.add(new Relation(i, j, scores.length, r, fisher(r, scores.length)));
                }
            }
        }
        all.sort(Comparator.comparingDouble((Relation r) -> -r.correlation));
        return List.copyOf(all);
    }

    private static Interval fisher(double r, int n) {
        double bounded = Math.clamp(r, -1, 1);
        double z = Math.log((1 + bounded) / (1 - bounded)) / 2;
        double half = NormalDistribution.of(0, 1).inverseSurvivalProbability((1 - Interval.CONFIDENCE) / 2)
                / Math.sqrt(n - 3.0);
        return new Interval(Math.tanh(z - half), Math.tanh(z + half));
    }

    /** True if a correlation of this size may be due to chance. */
    boolean isWithinChance() {
        return interval.has(0);
    }
}

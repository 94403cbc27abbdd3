package org.epiglyph.figures;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.apache.commons.math3.stat.correlation.PearsonsCorrelation;
import org.apache.commons.statistics.distribution.FDistribution;

/**
 * How the criteria are related, for students with a score on every one of them.
 *
 * @param students        number of those
 * @param alpha           Cronbach's alpha from covariances (Cronbach 1951); empty with fewer than two criteria or three
 *                        students, or if all totals are equal
 * @param interval        of alpha, after Feldt 1965
 * @param standardError   of measurement: the spread of the totals times the root of 1 less alpha
 * @param discriminations the correlation of each criterion with the sum of the others; empty if one of the two is
 *                        constant
 */
public record ItemAnalysis(int students, Optional<Double> alpha, Optional<Interval> interval,
        Optional<Double> standardError, List<Optional<Double>> discriminations) {
    /** Fewer students than this say nothing. */
    static final int LEAST = 3;

    public ItemAnalysis {
        discriminations = List.copyOf(discriminations);
    }

    /** @param scores one row per student, each with a figure for every criterion */
    static ItemAnalysis of(double[][] scores) {
        int n = scores.length;
        int k = n == 0 ? 0 : scores[0].length;
        if (n < LEAST || k < 2) {
            return new ItemAnalysis(n, Optional.empty(), Optional.empty(), Optional.empty(),
                    IntStream.range(0, k).<Optional<Double>>mapToObj(_ -> Optional.empty()).toList());
        }
        double[] totals = Arrays.stream(scores).mapToDouble(r -> Arrays.stream(r).sum()).toArray();
        double spread = new Sample(totals).spread();
        double within = IntStream.range(0, k)
                .mapToDouble(i -> new Sample(column(scores, i)).spread())
                .map(s -> s * s)
                .sum();
        Optional<Double> alpha = spread == 0
                ? Optional.empty()
                : Optional.of(k / (k - 1.0) * (1 - within / (spread * spread)));
        return new ItemAnalysis(n, alpha, alpha.map(a -> feldt(a, n, k)),
                alpha.map(a -> spread * Math.sqrt(Math.max(0, 1 - a))),
                IntStream.range(0, k).mapToObj(i -> discrimination(scores, totals, i)).toList());
    }

    private static double[] column(double[][] scores, int at) {
        return Arrays.stream(scores).mapToDouble(r -> r[at]).toArray();
    }

    private static Interval feldt(double alpha, int n, int k) {
        double tail = (1 - Interval.CONFIDENCE) / 2;
        FDistribution f = FDistribution.of(n - 1.0, (n - 1.0) * (k - 1));
        return new Interval(1 - (1 - alpha) * f.inverseSurvivalProbability(tail),
                1 - (1 - alpha) * f.inverseCumulativeProbability(tail));
    }

    private static Optional<Double> discrimination(double[][] scores, double[] totals, int at) {
        double[] own = column(scores, at);
        double[] rest = IntStream.range(0, totals.length).mapToDouble(i -> totals[i] - own[i]).toArray();
        if (new Sample(own).spread() == 0 || new Sample(rest).spread() == 0) {
            return Optional.empty();
        }
        return Optional.of(new PearsonsCorrelation().correlation(own, rest));
    }
}

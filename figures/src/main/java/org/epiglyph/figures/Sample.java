package org.epiglyph.figures;

import org.apache.commons.statistics.descriptive.DoubleStatistics;
import org.apache.commons.statistics.descriptive.Quantile;
import org.apache.commons.statistics.descriptive.Statistic;

/**
 * A sample of figures.
 *
 * @param values the figures, in the order given; never changed
 */
public record Sample(double[] values) {
    private static final double QUARTER = 0.25;

    public Sample {
        values = values.clone();
    }

    @Override
    public double[] values() {
        return values.clone();
    }

    public int size() {
        return values.length;
    }

    /** The arithmetic mean; NaN without figures. */
    public double mean() {
        return DoubleStatistics.of(java.util.EnumSet.of(Statistic.MEAN), values).getAsDouble(Statistic.MEAN);
    }

    /** The sample standard deviation (divided by the count less one); 0 for one figure, NaN for none. */
    double spread() {
        return DoubleStatistics.of(java.util.EnumSet.of(Statistic.STANDARD_DEVIATION), values)
                .getAsDouble(Statistic.STANDARD_DEVIATION);
    }

    double least() {
        return DoubleStatistics.of(java.util.EnumSet.of(Statistic.MIN), values).getAsDouble(Statistic.MIN);
    }

    double most() {
        return DoubleStatistics.of(java.util.EnumSet.of(Statistic.MAX), values).getAsDouble(Statistic.MAX);
    }

    /** The quantile, by Hyndman and Fan's seventh definition, as in R and spreadsheets. */
    double quantile(double share) {
        return Quantile.withDefaults().with(Quantile.EstimationMethod.HF7).evaluate(values, share);
    }

    /**
     * How many figures are in each of a number of equal parts of the range from 0 to a maximum; others are in the first
     * or last.
     */
    public int[] distribution(double maximum, int parts) {
        int[] counts = new int[parts];
        double whole = Math.max(Double.MIN_NORMAL, maximum);
        for (double value : values) {
            counts[Math.clamp((int) (value / whole * parts), 0, parts - 1)]++;
        }
        return counts;
    }

    /** The interquartile range; NaN without figures. */
    Interval middleHalf() {
        return new Interval(quantile(QUARTER), quantile(1 - QUARTER));
    }
}

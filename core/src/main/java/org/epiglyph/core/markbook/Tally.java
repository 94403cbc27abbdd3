package org.epiglyph.core.markbook;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Optional;

/**
 * The statistics at the foot of a column. Sums are exact, so that adding or removing one score costs the same in a
 * class of any size. Immutable.
 *
 * @param count   number of figures
 * @param sum     their sum
 * @param squares the sum of their squares
 */
public record Tally(int count, BigDecimal sum, BigDecimal squares) {
    public static final Tally NONE = new Tally(0, BigDecimal.ZERO, BigDecimal.ZERO);
    private static final MathContext DIGITS = MathContext.DECIMAL64;

    /** With a cell's content; text changes nothing. */
    Tally with(Cell cell) {
        return changed(cell, 1);
    }

    /** Without a cell's content. */
    Tally without(Cell cell) {
        return changed(cell, -1);
    }

    private Tally changed(Cell cell, int by) {
        if (!cell.isFigure()) {
            return this;
        }
        BigDecimal value = cell.rank().orElseThrow();
        BigDecimal sign = BigDecimal.valueOf(by);
        return new Tally(count + by, sum.add(value.multiply(sign)), squares.add(value.multiply(value).multiply(sign)));
    }

    /** The mean, to two places, half up; empty without figures. */
    public Optional<BigDecimal> mean() {
        return count == 0 ? Optional.empty() : Optional.of(rounded(exactMean()));
    }

    /**
     * The sample standard deviation (divided by the count less one), to two places; empty with fewer than two figures.
     */
    public Optional<BigDecimal> spread() {
        return count < 2 ? Optional.empty() : Optional.of(rounded(exactSpread()));
    }

    /** The mean, to sixteen digits; there must be a figure. */
    BigDecimal exactMean() {
        return sum.divide(BigDecimal.valueOf(count), DIGITS);
    }

    /** The sample standard deviation, to sixteen digits; there must be two figures. */
    BigDecimal exactSpread() {
        BigDecimal n = BigDecimal.valueOf(count);
        BigDecimal above = squares.multiply(n).subtract(sum.multiply(sum)); // exact, so never below 0
        return above.divide(n.multiply(n.subtract(BigDecimal.ONE)), DIGITS).sqrt(DIGITS);
    }

    /** The mean as a share of a maximum, in whole percent; empty without figures, or where the maximum is 0. */
    public Optional<BigDecimal> facility(BigDecimal maximum) {
        return count == 0 || maximum.signum() == 0
                ? Optional.empty()
                : Optional.of(sum.multiply(BigDecimal.valueOf(100))
                        .divide(maximum.multiply(BigDecimal.valueOf(count)), 0, RoundingMode.HALF_UP));
    }

    private static BigDecimal rounded(BigDecimal value) {
        return value.setScale(2, RoundingMode.HALF_UP);
    }
}

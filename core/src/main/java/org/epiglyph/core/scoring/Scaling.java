package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * Raises or lowers all results of a batch along one monotonic curve: first the points or the root, then the line.
 *
 * @param factor above 0
 * @param shift  points on the record's scale, added after the factor; may be below 0
 * @param points fixed points of a piecewise linear curve, in order; empty, or two and more
 * @param rootOf the maximum of a square root curve: a result becomes the root of itself times the maximum; empty for
 *               none
 */
public record Scaling(BigDecimal factor, BigDecimal shift, List<Point> points, Optional<BigDecimal> rootOf) {
    private static final MathContext DIGITS = MathContext.DECIMAL64;

    /** A result and what it becomes. */
    public record Point(BigDecimal from, BigDecimal to) {
        /**
         * Parses "10 to 12".
         *
         * @throws IllegalArgumentException if it is anything else
         */
        private static Point read(String text) {
            String[] parts = text.strip().split("\\s+to\\s+");
            try {
                if (parts.length == 2) {
                    return new Point(Decimal.of(parts[0]), Decimal.of(parts[1]));
                }
            } catch (NumberFormatException e) {
                // reported below
            }
            throw new InvalidValue(Message.of(Scaling.class, "noPoint", text.strip()));
        }

        /** The text that {@link #read} parses. */
        public String describe() {
            return from.toPlainString() + " to " + to.toPlainString();
        }
    }

    /**
     * Parses points such as "10 to 12, 20 to 21"; a comma within a number is a decimal comma, one before a space
     * separates points.
     *
     * @throws IllegalArgumentException if one is not a point; the message names it
     */
    public static List<Point> points(String text) {
        return Arrays.stream(text.split(";|\\n|,(?=\\s)")).filter(p -> !p.isBlank()).map(Point::read).toList();
    }

    public Scaling {
        points = points == null // schemes of earlier versions have none
                ? List.of()
                : points.stream().sorted(Comparator.comparing(Point::from)).toList();
        rootOf = Objects.requireNonNullElse(rootOf, Optional.empty());
        if (factor.signum() <= 0) {
            throw new InvalidValue(Message.of(Scaling.class, "badFactor", factor));
        }
        if (points.size() == 1 || !points.isEmpty() && rootOf.isPresent()) {
            throw new InvalidValue(Message.of(Scaling.class, "fewPoints"));
        }
        for (int i = 1; i < points.size(); i++) {
            refuseSwaps(points.get(i - 1), points.get(i));
        }
        if (rootOf.filter(m -> m.signum() <= 0).isPresent()) {
            throw new InvalidValue(Message.of(Scaling.class, "badRoot"));
        }
    }

    private static void refuseSwaps(Point lower, Point upper) {
        if (lower.from.compareTo(upper.from) == 0) {
            throw new InvalidValue(Message.of(Scaling.class, "twice", Criterion.format(lower.from)));
        }
        if (lower.to.compareTo(upper.to) >= 0) {
            throw new InvalidValue(
                    Message.of(Scaling.class, "swapped", Criterion.format(upper.from), Criterion.format(lower.to)));
        }
    }

    /** A line only. */
    public Scaling(BigDecimal factor, BigDecimal shift) {
        this(factor, shift, List.of(), Optional.empty());
    }

    /** A piecewise linear curve through at least two points. */
    public static Scaling through(List<Point> points) {
        return new Scaling(BigDecimal.ONE, BigDecimal.ZERO, points, Optional.empty());
    }

    /**
     * The square root, which raises lower results more (common practice, no source).
     *
     * @param maximum stays the same, as 0 does
     */
    public static Scaling root(BigDecimal maximum) {
        return new Scaling(BigDecimal.ONE, BigDecimal.ZERO, List.of(), Optional.of(maximum));
    }

    /**
     * The line that maps one mean and spread to another.
     *
     * @throws IllegalArgumentException if one of the spreads is not above 0
     */
    public static Scaling toMeanAndSpread(BigDecimal mean, BigDecimal spread, BigDecimal wantedMean,
            BigDecimal wantedSpread) {
        if (spread.signum() <= 0) {
            throw new InvalidValue(Message.of(Scaling.class, "noSpread"));
        }
        BigDecimal factor = wantedSpread.divide(spread, DIGITS);
        return new Scaling(factor, wantedMean.subtract(mean.multiply(factor)));
    }

    /** With another line after the curve. */
    public Scaling withLine(BigDecimal otherFactor, BigDecimal otherShift) {
        return new Scaling(otherFactor, otherShift, points, rootOf);
    }

    /** True if every result stays the same. */
    public boolean isIdentity() {
        return factor.compareTo(BigDecimal.ONE) == 0 && shift.signum() == 0 && points.isEmpty() && rootOf.isEmpty();
    }

    /** What a result becomes. */
    public Exact of(Exact value) {
        return curved(value).times(factor).plus(Exact.of(shift));
    }

    private Exact curved(Exact value) {
        if (rootOf.isPresent()) {
            return root(value, rootOf.get());
        }
        if (points.isEmpty()) {
            return value;
        }
        int upper = 1;
        while (upper < points.size() - 1 && value.compareTo(Exact.of(points.get(upper).from)) > 0) {
            upper++;
        }
        Point from = points.get(upper - 1);
        Point to = points.get(upper);
        Exact slope = Exact.of(to.to.subtract(from.to)).over(Exact.of(to.from.subtract(from.from)));
        return value.minus(Exact.of(from.from)).times(slope).plus(Exact.of(from.to));
    }

    /** To sixteen digits; values that are not above 0 stay the same. */
    private static Exact root(Exact value, BigDecimal maximum) {
        if (value.signum() <= 0) {
            return value;
        }
        BigDecimal square = new BigDecimal(value.numerator()).multiply(maximum)
                .divide(new BigDecimal(value.denominator()), MathContext.DECIMAL128);
        return Exact.of(square.sqrt(DIGITS).setScale(DIGITS.getPrecision(), RoundingMode.HALF_EVEN));
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;

/**
 * An exact fraction, so that a third stays a third until the result is rounded.
 *
 * @param numerator   above the line
 * @param denominator below the line, above 0, without a common divisor
 */
public record Exact(BigInteger numerator, BigInteger denominator) implements Comparable<Exact> {
    public static final Exact ZERO = new Exact(BigInteger.ZERO, BigInteger.ONE);
    private static final Exact HUNDRED = of(BigDecimal.valueOf(100));
    private static final int PLACES_SHOWN = 4;

    public Exact {
        if (denominator.signum() == 0) {
            throw new ArithmeticException("A fraction of nothing");
        }
        if (!denominator.equals(BigInteger.ONE)) {
            BigInteger common = numerator.gcd(denominator);
            BigInteger divisor = denominator.signum() < 0 ? common.negate() : common;
            numerator = numerator.divide(divisor);
            denominator = denominator.divide(divisor);
        }
    }

    public static Exact of(BigDecimal number) {
        return number.scale() > 0
                ? new Exact(number.unscaledValue(), BigInteger.TEN.pow(number.scale()))
                : new Exact(number.toBigIntegerExact(), BigInteger.ONE);
    }

    Exact plus(Exact other) {
        return denominator.equals(other.denominator)
                ? new Exact(numerator.add(other.numerator), denominator)
                : new Exact(numerator.multiply(other.denominator).add(other.numerator.multiply(denominator)),
                        denominator.multiply(other.denominator));
    }

    Exact minus(Exact other) {
        return plus(new Exact(other.numerator.negate(), other.denominator));
    }

    Exact times(Exact other) {
        return new Exact(numerator.multiply(other.numerator), denominator.multiply(other.denominator));
    }

    public Exact times(BigDecimal factor) {
        return times(of(factor));
    }

    /** @throws ArithmeticException where the other is 0 */
    public Exact over(Exact other) {
        return new Exact(numerator.multiply(other.denominator), denominator.multiply(other.numerator));
    }

    /** A number of hundredths of this. */
    Exact percent(BigDecimal share) {
        return times(share).over(HUNDRED);
    }

    /** This as a percentage of the other. */
    Exact percentOf(Exact other) {
        return times(HUNDRED).over(other);
    }

    Exact max(Exact other) {
        return compareTo(other) >= 0 ? this : other;
    }

    Exact min(Exact other) {
        return compareTo(other) <= 0 ? this : other;
    }

    public int signum() {
        return numerator.signum();
    }

    /** The nearest multiple of a step by the rule, with the step's decimal places. */
    public BigDecimal rounded(BigDecimal step, RoundingMode rule) {
        Exact steps = over(of(step));
        BigDecimal whole = new BigDecimal(steps.numerator).divide(new BigDecimal(steps.denominator), 0, rule);
        return whole.multiply(step);
    }

    /** As a person writes it: the exact decimal if it ends within four places, else "about" and four places. */
    public String format() {
        BigDecimal near = new BigDecimal(numerator).divide(new BigDecimal(denominator), PLACES_SHOWN,
                RoundingMode.HALF_EVEN);
        return (of(near).equals(this) ? "" : "about ") + Criterion.format(near);
    }

    @Override
    public int compareTo(Exact other) {
        return denominator.equals(other.denominator)
                ? numerator.compareTo(other.numerator)
                : numerator.multiply(other.denominator).compareTo(other.numerator.multiply(denominator));
    }
}

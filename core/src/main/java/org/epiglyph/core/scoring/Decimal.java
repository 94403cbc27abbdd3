package org.epiglyph.core.scoring;

import java.math.BigDecimal;

/**
 * Parses decimal numbers as people, tables and services write them, within bounds suitable for points and percentages.
 */
public final class Decimal {
    private static final int MOST_LETTERS = 40;
    private static final int MOST_WHOLE_DIGITS = 9;
    private static final int MOST_PLACES = 30;

    private Decimal() {}

    /**
     * Parses a number with a point or a comma; the minus may be the typographic one.
     *
     * @throws NumberFormatException if it is not a number, or one with more than 9 digits before or 30 after the point,
     *         which could take any amount of memory to write out
     */
    public static BigDecimal of(String written) {
        String plain = written.strip().replace(',', '.').replace('\u2212', '-');
        if (plain.length() > MOST_LETTERS) {
            throw new NumberFormatException("More than " + MOST_LETTERS + " letters");
        }
        BigDecimal number = new BigDecimal(plain);
        boolean bounded = (long) number.precision() - number.scale() <= MOST_WHOLE_DIGITS
                && number.scale() <= MOST_PLACES && number.scale() >= -MOST_WHOLE_DIGITS;
        if (!bounded) {
            throw new NumberFormatException("Out of bounds");
        }
        return number;
    }
}

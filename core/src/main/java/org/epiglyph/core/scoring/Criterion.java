package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * One thing that is assessed, by points.
 *
 * @param id      unique in its scheme
 * @param name    short, never blank
 * @param text    what earns the points; may be empty
 * @param maximum points, above 0
 * @param step    the smallest difference between two scores, above 0
 */
public record Criterion(String id, String name, String text, BigDecimal maximum, BigDecimal step) {
    public Criterion {
        if (id.isBlank() || name.isBlank()) {
            throw new IllegalArgumentException("A criterion needs an id and a name");
        }
        if (maximum.signum() <= 0 || step.signum() <= 0) {
            throw new IllegalArgumentException(
                    "Criterion '" + name + "' needs a maximum and a step above 0, not " + maximum + " and " + step);
        }
    }

    /** Why these points cannot be given, with the remedy; empty where they can. */
    public Optional<String> refusal(BigDecimal points) {
        if (points.compareTo(maximum) > 0) {
            return Optional
                    .of(words(points) + " is above the maximum of '" + name + "'. Enter 0 to " + words(maximum) + ".");
        }
        if (points.signum() < 0) {
            return Optional.of(words(points) + " is below 0. Enter 0 to " + words(maximum) + ".");
        }
        if (points.remainder(step).signum() != 0) {
            return Optional.of(words(points) + " is between two steps of '" + name + "'. Enter a multiple of "
                    + words(step) + ".");
        }
        return Optional.empty();
    }

    /** A number as a marker writes it: no exponent, no trailing zeros. */
    public static String words(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }
}

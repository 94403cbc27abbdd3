package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.math.RoundingMode;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * How the result is rounded, once, at the end.
 *
 * @param step results are multiples of it, above 0
 * @param rule which multiple
 */
public record Rounding(BigDecimal step, Rule rule) {
    /** Half up to hundredths. */
    public static final Rounding USUAL = new Rounding(new BigDecimal("0.01"), Rule.HALF_UP);

    public Rounding {
        if (step.signum() <= 0) {
            throw new InvalidValue(Message.of(Rounding.class, "badStep", step));
        }
    }

    /** As {@link RoundingMode} defines them. */
    public enum Rule {
        HALF_UP(RoundingMode.HALF_UP, "half up"),
        HALF_EVEN(RoundingMode.HALF_EVEN, "half even"),
        DOWN(RoundingMode.DOWN, "down");

        private final RoundingMode mode;
        private final String label;

        Rule(RoundingMode mode, String text) {
            this.mode = mode;
            this.label = text;
        }

        public String label() {
            return label;
        }
    }

    BigDecimal of(Exact value) {
        return value.rounded(step, rule.mode);
    }
}

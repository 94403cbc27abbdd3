package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Optional;

/** Bounds of percentages. */
final class Percent {
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

    private Percent() {}

    /** @throws IllegalArgumentException outside 0 to 100 */
    static void check(BigDecimal percent, String what) {
        if (percent.signum() < 0 || percent.compareTo(HUNDRED) > 0) {
            throw new IllegalArgumentException(what + " is 0 to 100 percent, not " + Criterion.words(percent));
        }
    }

    static void check(Optional<BigDecimal> percent, String what) {
        percent.ifPresent(p -> check(p, what));
    }
}

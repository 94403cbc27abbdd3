package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/** Bounds of percentages. */
final class Percent {
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

    private Percent() {}

    /** @throws InvalidValue outside 0 to 100 */
    static void check(BigDecimal percent, Message what) {
        if (percent.signum() < 0 || percent.compareTo(HUNDRED) > 0) {
            throw new InvalidValue(Message.of(Percent.class, "outside", what, Criterion.format(percent)));
        }
    }

    static void check(Optional<BigDecimal> percent, Message what) {
        percent.ifPresent(p -> check(p, what));
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Optional;
import org.epiglyph.core.Message;

/**
 * The rules from the total to the result.
 *
 * @param scaling      for the whole batch; empty for none
 * @param lateness     what lateness costs; empty for nothing
 * @param rounding     at the end
 * @param grades       the grade scale; empty for none
 * @param aboveMaximum true if a bonus may raise the result above the maximum
 * @param belowZero    true if penalties may lower the total below 0
 * @param missed       percentage of the maximum that a result is limited to if a hurdle is missed; empty if it is only
 *                     mentioned
 */
public record Rules(Optional<Scaling> scaling, Optional<LatePenalty> lateness, Rounding rounding,
        Optional<GradeScale> grades, boolean aboveMaximum, boolean belowZero, Optional<BigDecimal> missed) {
    /** Rounding alone. */
    public static final Rules USUAL = new Rules(Optional.empty(), Optional.empty(), Rounding.USUAL, Optional.empty(),
            true, false, Optional.empty());

    public Rules {
        Percent.check(missed, Message.of(Percent.class, "afterHurdle"));
    }

    public Rules withScaling(Optional<Scaling> other) {
        return new Rules(other, lateness, rounding, grades, aboveMaximum, belowZero, missed);
    }

    public Rules withLateness(Optional<LatePenalty> other) {
        return new Rules(scaling, other, rounding, grades, aboveMaximum, belowZero, missed);
    }

    public Rules withRounding(Rounding other) {
        return new Rules(scaling, lateness, other, grades, aboveMaximum, belowZero, missed);
    }

    public Rules withGrades(Optional<GradeScale> other) {
        return new Rules(scaling, lateness, rounding, other, aboveMaximum, belowZero, missed);
    }

    public Rules withBounds(boolean above, boolean below) {
        return new Rules(scaling, lateness, rounding, grades, above, below, missed);
    }

    public Rules withMissed(Optional<BigDecimal> other) {
        return new Rules(scaling, lateness, rounding, grades, aboveMaximum, belowZero, other);
    }
}

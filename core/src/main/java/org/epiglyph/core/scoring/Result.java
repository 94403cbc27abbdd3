package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.List;

/**
 * What the scores come to, and how.
 *
 * @param value      the result on the record's scale, rounded
 * @param maximum    the highest possible result
 * @param complete   true where no criterion is left unscored
 * @param derivation how it came about, line by line, in words a student can read
 */
public record Result(BigDecimal value, BigDecimal maximum, boolean complete, List<String> derivation) {
    public Result {
        derivation = List.copyOf(derivation);
    }
}

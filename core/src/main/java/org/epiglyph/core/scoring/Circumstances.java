package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.Optional;

/**
 * What decides a result besides the scores.
 *
 * @param maximum what the whole is worth in the record, above 0
 * @param late    how long after the due time it arrived; empty if it is not late, with grace and extensions considered
 */
public record Circumstances(BigDecimal maximum, Optional<Duration> late) {
    /** In time. */
    public static Circumstances inTime(BigDecimal maximum) {
        return new Circumstances(maximum, Optional.empty());
    }
}

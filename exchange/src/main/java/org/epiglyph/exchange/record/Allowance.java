package org.epiglyph.exchange.record;

import java.time.Instant;
import java.util.Optional;

/**
 * What a student is allowed, with or without a result.
 *
 * @param excused        true if nothing is expected of the student
 * @param extendedTo     the student's own due time
 * @param furtherHandIns how often the student may hand in again; 0 for not at all
 */
public record Allowance(boolean excused, Optional<Instant> extendedTo, int furtherHandIns) {
    /** What everybody is allowed. */
    public static final Allowance NONE = new Allowance(false, Optional.empty(), 0);

    public Allowance {
        if (furtherHandIns < 0) {
            throw new IllegalArgumentException("Nobody hands in " + furtherHandIns + " times");
        }
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;

/**
 * Brings all results of a batch up or down by the same line.
 *
 * @param factor above 0
 * @param shift  points of the record, added after the factor; may be below 0
 */
public record Scaling(BigDecimal factor, BigDecimal shift) {
    public Scaling {
        if (factor.signum() <= 0) {
            throw new IllegalArgumentException("Results are scaled by a factor above 0, not " + factor);
        }
    }

    Exact of(Exact value) {
        return value.times(factor).plus(Exact.of(shift));
    }
}

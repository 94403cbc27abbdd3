package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * Limits within which the marker wants to look again before handing back.
 *
 * @param remarkBelow  a criterion scored below this percentage of its maximum needs a remark; empty for never
 * @param nearBoundary a result within this many points of a grade boundary needs a second look; empty for never
 */
public record Limits(Optional<BigDecimal> remarkBelow, Optional<BigDecimal> nearBoundary) {
    static final Limits NONE = new Limits(Optional.empty(), Optional.empty());

    public Limits {
        if (remarkBelow.filter(p -> p.signum() < 0 || p.compareTo(BigDecimal.valueOf(100)) > 0).isPresent()) {
            throw new IllegalArgumentException("Percent go from 0 to 100, not " + remarkBelow.get());
        }
        if (nearBoundary.filter(p -> p.signum() < 0).isPresent()) {
            throw new IllegalArgumentException("A width is 0 or above, not " + nearBoundary.get());
        }
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * Criteria that belong together.
 *
 * @param id     unique in its scheme, never blank
 * @param name   short, never blank
 * @param weight the factor of its sum in the total, 0 or above
 * @param best   how many of its criteria count, the best ones; empty for all
 * @param hurdle percentage of its maximum needed to pass, 0 to 100; empty for none
 */
public record Section(String id, String name, BigDecimal weight, Optional<Integer> best, Optional<BigDecimal> hurdle) {
    public Section {
        if (id.isBlank() || name.isBlank()) {
            throw new InvalidValue(Message.of(Section.class, "needsName"));
        }
        if (weight.signum() < 0) {
            throw new InvalidValue(Message.of(Section.class, "badWeight", name, weight));
        }
        if (best.filter(b -> b < 1).isPresent()) {
            throw new InvalidValue(Message.of(Section.class, "badBest", name));
        }
        Percent.check(hurdle, Message.of(Percent.class, "hurdle", name));
    }

    /** A section whose criteria all count. */
    public static Section of(String id, String name) {
        return new Section(id, name, BigDecimal.ONE, Optional.empty(), Optional.empty());
    }
}

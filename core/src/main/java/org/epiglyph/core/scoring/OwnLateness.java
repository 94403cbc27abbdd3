package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import org.epiglyph.core.Message;

/**
 * What lateness costs one student, in place of the scheme's rule.
 *
 * @param percent of the maximum, taken off if the work is late, 0 to 100; 0 waives it
 * @param why     the reason, as a student can read it; may be empty
 */
public record OwnLateness(BigDecimal percent, String why) {
    public OwnLateness {
        Percent.check(percent, Message.of(Percent.class, "cost"));
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;

/**
 * A change to one student's result, decided independently of the scores.
 *
 * @param points on the record's scale; below 0 to take off
 * @param why    the reason, as a student can read it; may be empty
 */
public record Moderation(BigDecimal points, String why) {}

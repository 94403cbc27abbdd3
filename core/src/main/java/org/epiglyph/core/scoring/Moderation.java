package org.epiglyph.core.scoring;

import java.math.BigDecimal;

/**
 * A change to one student's result, decided apart from the scores.
 *
 * @param points points of the record; below 0 to take off
 * @param why    the reason, in words a student can read; may be empty
 */
public record Moderation(BigDecimal points, String why) {}

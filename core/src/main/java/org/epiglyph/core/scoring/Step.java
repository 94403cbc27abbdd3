package org.epiglyph.core.scoring;

import org.epiglyph.core.Message;

/**
 * One line of how a result came about.
 *
 * @param kind   what it does
 * @param of     id of the criterion or section it speaks of; empty otherwise
 * @param said   what it does, as a student can read it
 * @param figure what a criterion or section adds to the sum, or what stands after the step, exactly
 */
public record Step(Kind kind, String of, Message said, Exact figure) {
    /** In the order in which they are taken. */
    public enum Kind {
        CRITERION, SECTION, TOTAL, PERCENT, WEIGHT, SCALING, LATENESS, MODERATION, HURDLE, BOUND, ROUNDING, GRADE
    }
}

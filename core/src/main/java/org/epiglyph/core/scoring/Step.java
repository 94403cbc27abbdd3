package org.epiglyph.core.scoring;

import org.epiglyph.core.Message;

/**
 * One line of a result's derivation.
 *
 * @param kind    what it does
 * @param of      id of the criterion or section it is about; empty otherwise
 * @param message what it does, as a student can read it
 * @param figure  what a criterion or section adds to the sum, or the value after the step, exactly
 */
public record Step(Kind kind, String of, Message message, Exact figure) {
    /** In the order in which they are applied. */
    public enum Kind {
        CRITERION, SECTION, TOTAL, PERCENT, WEIGHT, SCALING, LATENESS, MODERATION, HURDLE, BOUND, ROUNDING, GRADE
    }
}

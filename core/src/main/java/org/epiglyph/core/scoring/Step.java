package org.epiglyph.core.scoring;

/**
 * One line of how a result came about.
 *
 * @param kind   what it does
 * @param of     id of the criterion or section it speaks of; empty otherwise
 * @param words  in words a student can read
 * @param figure what a criterion or section adds to the sum, or what stands after the step, exactly
 */
public record Step(Kind kind, String of, String words, Exact figure) {
    /** In the order in which they are taken. */
    public enum Kind {
        CRITERION, SECTION, TOTAL, PERCENT, WEIGHT, SCALING, LATENESS, MODERATION, HURDLE, BOUND, ROUNDING, GRADE
    }
}

package org.epiglyph.core.scoring;

/** What a criterion's points do to the total. */
public enum Role {
    /** They count, as does the maximum. */
    COUNTS,
    /** They are added; the maximum stays the same. */
    BONUS,
    /** They are taken off. */
    PENALTY,
    /** They are shown but do not count. */
    SHOWN;

    /** As a student reads it, behind the points. */
    public String label() {
        return switch (this) {
            case COUNTS -> "counts";
            case BONUS -> "bonus";
            case PENALTY -> "taken off";
            case SHOWN -> "does not count";
        };
    }
}

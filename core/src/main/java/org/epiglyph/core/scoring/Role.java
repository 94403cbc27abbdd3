package org.epiglyph.core.scoring;

/** What a criterion's points do to the total. */
public enum Role {
    /** They count, and so does the maximum. */
    COUNTS,
    /** They are added; the maximum stays as it is. */
    BONUS,
    /** They are taken off. */
    PENALTY,
    /** They are shown and do not count. */
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

package org.epiglyph.core.batch;

/**
 * The marker's decision that something the look-over found may stay as it is. It is valid as long as the thing does not
 * change.
 *
 * @param kind    name of the finding's kind
 * @param subject id of the mark or criterion; empty if it concerns the whole submission
 * @param thing   the state of the thing when it was accepted
 * @param reason  the marker's reason; may be empty
 */
public record Acceptance(String kind, String subject, String thing, String reason) {
    /** True if both accept the same thing in the same state, whatever the reasons. */
    public boolean isSameThing(Acceptance other) {
        return kind.equals(other.kind) && subject.equals(other.subject) && thing.equals(other.thing);
    }
}

package org.epiglyph.core.batch;

/**
 * The marker's word that something the look-over found may stay as it is. It holds as long as the thing does not change.
 *
 * @param kind    what was found, by the name of its kind
 * @param subject id of the mark or criterion; empty where it concerns the whole submission
 * @param thing   what the thing was when it was accepted
 * @param reason  in the marker's words; may be empty
 */
public record Acceptance(String kind, String subject, String thing, String reason) {
    /** True if both speak of one thing in one state, whatever the reasons. */
    public boolean isOfOneThing(Acceptance other) {
        return kind.equals(other.kind) && subject.equals(other.subject) && thing.equals(other.thing);
    }
}

package org.epiglyph.carrier;

/**
 * What the marker decided about a record that somebody else has changed.
 *
 * @param way what to do
 * @param tag the version of the record that the marker has looked at; empty for whatever is there
 */
public record Resolution(Way way, String tag) {
    /** Whose word stands in the record. */
    public enum Way {
        /** The marker's, in the place of the other. */
        OURS,
        /** The other's; nothing is sent, and nothing is asked again until the record changes once more. */
        THEIRS,
        /** The marker's; the other is kept as a note that students do not see, in the batch and in the record where it takes one. */
        BOTH
    }

    boolean isFor(String otherTag) {
        return tag.isEmpty() || tag.equals(otherTag);
    }
}

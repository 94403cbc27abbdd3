package org.epiglyph.carrier;

/**
 * The marker's decision about a record that somebody else has changed.
 *
 * @param way what to do
 * @param tag the version of the record that the marker has seen; empty for whatever is there
 */
public record Resolution(Way way, String tag) {
    /** Whose entry the record keeps. */
    public enum Way {
        /** The marker's, replacing the other. */
        OURS,
        /** The other's; nothing is sent, and nothing is asked until the record changes again. */
        THEIRS,
        /**
         * The marker's; the other is stored as a note that students do not see, in the batch and, if possible, in the
         * record.
         */
        BOTH
    }

    boolean isFor(String otherTag) {
        return tag.isEmpty() || tag.equals(otherTag);
    }
}

package org.epiglyph.core.batch;

/**
 * A passage that is nobody's own, in whosever work it stands.
 *
 * @param words  as they were found, single spaces between them
 * @param reason why it is set aside
 */
public record SetAside(String words, Reason reason) {
    /** Why a passage is nobody's own. */
    public enum Reason {
        QUOTATION, GIVEN_TEXT
    }

    public SetAside {
        if (words.isBlank()) {
            throw new IllegalArgumentException("A passage has words");
        }
    }
}

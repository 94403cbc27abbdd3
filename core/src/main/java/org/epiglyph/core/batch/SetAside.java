package org.epiglyph.core.batch;

/**
 * A passage that is nobody's own, in whosever work it stands.
 *
 * @param text  as they were found, single spaces between them
 * @param reason why it is set aside
 */
public record SetAside(String text, Reason reason) {
    /** Why a passage is nobody's own. */
    public enum Reason {
        QUOTATION, GIVEN_TEXT
    }

    public SetAside {
        if (text.isBlank()) {
            throw new IllegalArgumentException("A passage has words");
        }
    }
}

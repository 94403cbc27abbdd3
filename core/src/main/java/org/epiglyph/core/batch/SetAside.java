package org.epiglyph.core.batch;

/**
 * A passage that is nobody's own work, whoever's work contains it.
 *
 * @param text   as it was found, with single spaces
 * @param reason why it is set aside
 */
public record SetAside(String text, Reason reason) {
    /** Why a passage is nobody's own work. */
    public enum Reason {
        QUOTATION, GIVEN_TEXT
    }

    public SetAside {
        if (text.isBlank()) {
            throw new IllegalArgumentException("A passage has words");
        }
    }
}

package org.epiglyph.core.roster;

/**
 * The record system's key for a student, exactly as the system writes it.
 *
 * @param value never blank
 */
public record StudentKey(String value) {
    public StudentKey {
        if (value.isBlank()) {
            throw new IllegalArgumentException("A student's key may not be blank");
        }
    }

    @Override
    public String toString() {
        return value;
    }
}

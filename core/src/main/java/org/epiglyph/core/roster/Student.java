package org.epiglyph.core.roster;

/**
 * A member of the class.
 *
 * @param key     the record system's key
 * @param given   given name; empty for those who have a single name
 * @param family  family name or single name, never blank
 * @param section section or group; may be empty
 */
public record Student(StudentKey key, String given, String family, String section) {
    public Student {
        if (family.isBlank()) {
            throw new IllegalArgumentException("Student " + key + " needs a name");
        }
    }

    /** The name as it is written: given name first. */
    public String name() {
        return given.isBlank() ? family : given + " " + family;
    }

    /** How the student is addressed: the given name, or the single one. */
    public String givenName() {
        return given.isBlank() ? family : given;
    }
}

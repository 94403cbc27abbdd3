package org.epiglyph.core.roster;

import java.util.Objects;

/**
 * A member of the class.
 *
 * @param key     the record system's key
 * @param given   given name; empty for those who have a single name
 * @param family  family name or single name, never blank
 * @param section section or group; may be empty
 * @param mail    address for letters; empty where none is known
 */
public record Student(StudentKey key, String given, String family, String section, String mail) {
    public Student {
        mail = Objects.requireNonNullElse(mail, ""); // batches of earlier versions have none
        if (family.isBlank()) {
            throw new IllegalArgumentException("Student " + key + " needs a name");
        }
    }

    /** A student whose address is not known. */
    public Student(StudentKey key, String given, String family, String section) {
        this(key, given, family, section, "");
    }

    /** The same student, to be written to there. */
    public Student withMail(String other) {
        return new Student(key, given, family, section, other);
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

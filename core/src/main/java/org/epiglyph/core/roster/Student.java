package org.epiglyph.core.roster;

import java.util.Objects;

/**
 * A member of the class.
 *
 * @param key       the record system's key
 * @param given     given name; empty for those with a single name
 * @param family    family name or single name, never blank
 * @param section   section or group; may be empty
 * @param mail      address for letters; empty if unknown
 * @param candidate the record system's number for anonymous marking; empty if there is none
 * @param script    the number that stands for a covered student; 0 if the name is uncovered
 */
public record Student(StudentKey key, String given, String family, String section, String mail, String candidate,
        int script) {
    /** Stands for the name in text to a covered student, until the work is handed back. */
    public static final String NAMED_LATER = "[name]";
    /** Stands for the family name until then. */
    public static final String FAMILY_LATER = "[family name]";

    public Student {
        mail = Objects.requireNonNullElse(mail, ""); // batches of earlier versions have none of these
        candidate = Objects.requireNonNullElse(candidate, "");
        if (family.isBlank()) {
            throw new IllegalArgumentException("Student " + key + " needs a name");
        }
    }

    public Student(StudentKey key, String given, String family, String section, String mail) {
        this(key, given, family, section, mail, "", 0);
    }

    /** A student without a mail address. */
    public Student(StudentKey key, String given, String family, String section) {
        this(key, given, family, section, "");
    }

    /** The same student with a mail address. */
    public Student withMail(String other) {
        return new Student(key, given, family, section, other, candidate, script);
    }

    /** The same student with the record system's candidate number. */
    public Student withCandidate(String other) {
        return new Student(key, given, family, section, mail, other.strip(), script);
    }

    /**
     * The student with a number in place of everything that identifies them: the record system's candidate number, if
     * there is one. The key stays but is not shown.
     */
    public Student covered(int number) {
        return new Student(key, "", candidate.isBlank() ? "Script " + number : "Candidate " + candidate, "", "",
                candidate, number);
    }

    /** True if the name is covered. */
    public boolean isCovered() {
        return script > 0;
    }

    /** The key to show; empty for a covered student. */
    public String shownKey() {
        return isCovered() ? "" : key.value();
    }

    /** The name as it is written: given name first. */
    public String name() {
        return given.isBlank() ? family : given + " " + family;
    }

    /**
     * The name by which the student is addressed: the given name, or the single one; {@link #NAMED_LATER} for a covered
     * student.
     */
    public String givenName() {
        return isCovered() ? NAMED_LATER : given.isBlank() ? family : given;
    }
}

package org.epiglyph.core.batch;

import org.epiglyph.core.roster.Student;

/**
 * Whose a submission is, and how its student may be read now.
 *
 * @param owner who it is; for what is handed back, matched or written to, never for the screen
 * @param shown the same student, or a number while the name is covered
 */
public record Whose(Student owner, Student shown) {
    /** A student whose name may be read. */
    public static Whose of(Student student) {
        return new Whose(student, student);
    }

    /** With a number in the place of the name. */
    public Whose covered(int script) {
        return new Whose(owner, owner.covered(script));
    }

    Whose uncovered() {
        return shown == owner ? this : of(owner);
    }

    Whose withMail(String mail) {
        Student other = owner.withMail(mail);
        return new Whose(other, shown.isCovered() ? shown : other);
    }
}

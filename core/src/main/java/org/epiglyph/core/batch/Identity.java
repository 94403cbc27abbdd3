package org.epiglyph.core.batch;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.roster.Student;

/**
 * Whose a submission is, and how its student may be read now.
 *
 * @param owner who it is; for what is handed back, matched or written to, never for the screen
 * @param shown the same student, or a number while the name is covered
 */
public record Identity(Student owner, Student shown) {
    /** A student whose name may be read. */
    public static Identity of(Student student) {
        return new Identity(student, student);
    }

    /** With a number in the place of the name. */
    public Identity covered(int script) {
        return new Identity(owner, owner.covered(script));
    }

    Identity uncovered() {
        return shown == owner ? this : of(owner);
    }

    Identity withMail(String mail) {
        Student other = owner.withMail(mail);
        return new Identity(other, shown.isCovered() ? shown : other);
    }

    /** Words that name the student, with what stands for the name meanwhile. */
    String withoutName(String text) {
        String without = replaced(text, owner.givenName(), Student.NAMED_LATER);
        return owner.given().isBlank() ? without : replaced(without, owner.family(), Student.FAMILY_LATER);
    }

    /** The same words with the name again. */
    String withName(String text) {
        return text.replace(Student.NAMED_LATER, owner.givenName()).replace(Student.FAMILY_LATER, owner.family());
    }

    /** Whole words alone, as they are written. */
    private static String replaced(String text, String name, String by) {
        if (name.isBlank() || !text.contains(name)) {
            return text;
        }
        return Pattern.compile("(?<![\\p{L}\\p{M}\\p{N}])" + Pattern.quote(name) + "(?![\\p{L}\\p{M}\\p{N}])")
                .matcher(text)
                .replaceAll(Matcher.quoteReplacement(by));
    }
}

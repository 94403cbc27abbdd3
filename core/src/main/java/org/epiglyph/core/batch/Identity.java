package org.epiglyph.core.batch;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.roster.Student;

/**
 * Whose submission it is, and how the student may be shown.
 *
 * @param owner the student; for handing back, matching and letters, never for the screen
 * @param shown the same student, or a number while the name is covered
 */
public record Identity(Student owner, Student shown) {
    /** A student whose name may be shown. */
    public static Identity of(Student student) {
        return new Identity(student, student);
    }

    /** With a number in place of the name. */
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

    /** Replaces the student's name in a text by its placeholder. */
    String withoutName(String text) {
        String without = replaced(text, owner.givenName(), Student.NAMED_LATER);
        return owner.given().isBlank() ? without : replaced(without, owner.family(), Student.FAMILY_LATER);
    }

    /** The same text with the name restored. */
    String withName(String text) {
        return text.replace(Student.NAMED_LATER, owner.givenName()).replace(Student.FAMILY_LATER, owner.family());
    }

    /** Matches whole words only, exactly as written. */
    private static String replaced(String text, String name, String by) {
        if (name.isBlank() || !text.contains(name)) {
            return text;
        }
        return Pattern.compile("(?<![\\p{L}\\p{M}\\p{N}])" + Pattern.quote(name) + "(?![\\p{L}\\p{M}\\p{N}])")
                .matcher(text)
                .replaceAll(Matcher.quoteReplacement(by));
    }
}

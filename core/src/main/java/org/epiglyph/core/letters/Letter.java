package org.epiglyph.core.letters;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import org.epiglyph.core.roster.Student;

/**
 * A letter as one student reads it.
 *
 * @param student to whom
 * @param subject one line
 * @param body   lines of any number
 * @param missing slots for which there is nothing to say to this student, such as a result that is not known yet
 */
public record Letter(Student student, String subject, String body, List<String> missing) {
    public Letter {
        missing = List.copyOf(missing);
    }

    /** SHA-256 of what it says, lower-case hexadecimal: the same letter has the same one. */
    public String digest() {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256")
                            .digest((subject + "\n" + body).getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}

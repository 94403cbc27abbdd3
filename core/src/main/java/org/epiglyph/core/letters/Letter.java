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
 * @param student the addressee
 * @param subject one line
 * @param body    any number of lines
 * @param missing slots without a value for this student, such as a result that is not known yet
 */
public record Letter(Student student, String subject, String body, List<String> missing) {
    public Letter {
        missing = List.copyOf(missing);
    }

    /** SHA-256 of subject and body, lower-case hexadecimal; equal letters have equal digests. */
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

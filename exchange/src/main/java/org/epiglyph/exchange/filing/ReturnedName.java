package org.epiglyph.exchange.filing;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.filing.FilingRule;

/**
 * How a handed-back file is named. The locked part of the received name identifies the student, so it comes back
 * unchanged, folders included; what is added stands behind the free part (common practice, no source).
 */
public final class ReturnedName {
    private static final String ADDED = "marked";
    /** Most file systems take names of 255 bytes (POSIX NAME_MAX on ext4, APFS; NTFS takes 255 UTF-16 units). */
    private static final int MOST_BYTES = 255;

    private ReturnedName() {}

    /** The path of the marked copy, for example K-4417_h1_workbook.pdf gives K-4417_h1_workbook_marked.pdf. */
    public static String marked(String received, Optional<FilingRule> rule) {
        return named(received, rule, ".pdf");
    }

    /** The path of a file that goes back for a received one, said to be marked. @param ending with its dot; may be empty */
    public static String named(String received, Optional<FilingRule> rule, String ending) {
        return named(received, rule, List.of(ADDED), ending);
    }

    /**
     * The path of a file that goes back for a received one.
     *
     * @param added  what stands behind the received name, in order; letters that file systems refuse are left out
     * @param ending with its dot, for example ".docx"; may be empty
     */
    public static String named(String received, Optional<FilingRule> rule, List<String> added, String ending) {
        String folders = received.substring(0, received.lastIndexOf('/') + 1);
        String stem = FilingRule.stem(received.substring(folders.length()));
        String locked = rule.map(r -> r.locked(received)).orElse("");
        StringBuilder more = new StringBuilder();
        added.forEach(a -> more.append('_').append(a.replaceAll("[^\\p{L}\\p{N}.+-]", "")));
        String tail = more + ending;
        int cut = stem.length();
        while (cut > locked.length() && bytes(stem.substring(0, cut) + tail) > MOST_BYTES) {
            cut = stem.offsetByCodePoints(cut, -1);
        }
        return folders + stem.substring(0, cut) + tail;
    }

    private static int bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }
}

package org.epiglyph.exchange.filing;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.filing.FilingRule;

/**
 * Names the files that are handed back. The locked part of the received name identifies the student, so it is returned
 * unchanged, including folders; additions follow the free part (common practice, no source).
 */
public final class ReturnedName {
    private static final String ADDED = "marked";
    /** Most file systems accept names of 255 bytes (POSIX NAME_MAX on ext4, APFS; NTFS accepts 255 UTF-16 units). */
    private static final int MOST_BYTES = 255;

    private ReturnedName() {}

    /** The path of the marked copy, for example K-4417_h1_workbook_marked.pdf for K-4417_h1_workbook.pdf. */
    static String marked(String received, Optional<FilingRule> rule) {
        return named(received, rule, ".pdf");
    }

    /**
     * The path of a file handed back for a received one, with the addition for marked copies.
     *
     * @param ending with its dot; may be empty
     */
    static String named(String received, Optional<FilingRule> rule, String ending) {
        return named(received, rule, List.of(ADDED), ending);
    }

    /**
     * The path of a file handed back for a received one.
     *
     * @param added  what follows the received name, in order; characters that file systems refuse are dropped
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

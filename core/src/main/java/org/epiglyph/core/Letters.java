package org.epiglyph.core;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/** A search by a few typed letters that ignores case and accents. */
public final class Letters {
    private static final Pattern MARKS = Pattern.compile("\\p{M}");
    private final List<String> wanted;

    private Letters(List<String> wanted) {
        this.wanted = wanted;
    }

    /** @param typed words that must all occur, in any order; blank matches anything */
    public static Letters of(String typed) {
        return new Letters(List.of(folded(typed).strip().split("\\s+")));
    }

    /** True if the text contains all the words. */
    public boolean areFoundIn(String text) {
        return areInFolded(folded(text));
    }

    /** Like {@link #areFoundIn}, for text that has been {@link #folded} before. */
    public boolean areInFolded(String folded) {
        return wanted.stream().allMatch(folded::contains);
    }

    /** The text in lower case and without accents. */
    public static String folded(String text) {
        return MARKS.matcher(Normalizer.normalize(text, Normalizer.Form.NFD)).replaceAll("").toLowerCase(Locale.ROOT);
    }
}

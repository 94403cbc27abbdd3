package org.epiglyph.core;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/** A few typed letters, by which something is found whatever its capitals and accents. */
public final class Letters {
    private static final Pattern MARKS = Pattern.compile("\\p{M}");
    private final List<String> wanted;

    private Letters(List<String> wanted) {
        this.wanted = wanted;
    }

    /** @param typed words that all have to be there, in any order; blank for anything */
    public static Letters of(String typed) {
        return new Letters(List.of(folded(typed).strip().split("\\s+")));
    }

    /** True if all the words are in it. */
    public boolean areIn(String text) {
        return areInFolded(folded(text));
    }

    /** The same of what was {@link #folded} before. */
    public boolean areInFolded(String folded) {
        return wanted.stream().allMatch(folded::contains);
    }

    /** Without accents and capitals. */
    public static String folded(String text) {
        return MARKS.matcher(Normalizer.normalize(text, Normalizer.Form.NFD)).replaceAll("").toLowerCase(Locale.ROOT);
    }
}

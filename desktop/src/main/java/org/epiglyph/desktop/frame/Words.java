package org.epiglyph.desktop.frame;

import java.nio.file.Path;
import java.text.Bidi;
import java.text.MessageFormat;
import java.util.Arrays;
import java.util.Locale;
import java.util.ResourceBundle;

/** The words of the interface. A key that has no words shows itself, so that it is found. */
public final class Words {
    private static final ResourceBundle BUNDLE = ResourceBundle.getBundle("org.epiglyph.desktop.words", Locale.ENGLISH);

    private static final char LEFT_TO_RIGHT = '\u200E';

    private Words() {}

    /**
     * The words for a key.
     *
     * @param key    place and thing, for example {@code Desk.seal}
     * @param values what goes into the pattern's gaps
     */
    public static String of(String key, Object... values) {
        if (!BUNDLE.containsKey(key)) {
            return "!" + key + "!";
        }
        Object[] held = Arrays.stream(values)
                .map(v -> v instanceof CharSequence || v instanceof Path ? held(v.toString()) : v)
                .toArray();
        return new MessageFormat(BUNDLE.getString(key), Locale.ENGLISH).format(held);
    }

    /**
     * Somebody's words, such as a name or a title, as they are put among words of the interface: where there are letters from
     * right to left, marks of left to right (U+200E) keep them in their place among what stands beside them.
     */
    public static String held(String words) {
        return Bidi.requiresBidi(words.toCharArray(), 0, words.length())
                ? LEFT_TO_RIGHT + words + LEFT_TO_RIGHT
                : words;
    }
}

package org.epiglyph.desktop.frame;

import java.nio.file.Path;
import java.text.Bidi;
import java.text.MessageFormat;
import java.util.Arrays;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.regex.Pattern;

/** The texts of the interface. An unknown key shows itself, so that it is noticed. */
public final class UiText {
    private static final ResourceBundle BUNDLE = ResourceBundle.getBundle("org.epiglyph.desktop.ui-text",
            Locale.ENGLISH);

    private static final char LEFT_TO_RIGHT = '\u200E';
    /** Characters that change the direction of all following text (Unicode Standard Annex 9, 2.1 to 2.5). */
    private static final Pattern TURNS_ROUND = Pattern.compile("[\u202A-\u202E\u2066-\u2069]");

    private UiText() {}

    /** Reads the texts, unless they have been read. */
    public static void load() {
        // the class is initialized
    }

    /**
     * The text for a key.
     *
     * @param key    place and thing, for example {@code Desk.seal}
     * @param values of the pattern's placeholders
     */
    public static String of(String key, Object... values) {
        if (!BUNDLE.containsKey(key)) {
            return "!" + key + "!";
        }
        Object[] isolated = Arrays.stream(values)
                .map(v -> v instanceof CharSequence || v instanceof Path ? isolated(v.toString()) : v)
                .toArray();
        return new MessageFormat(BUNDLE.getString(key), Locale.ENGLISH).format(isolated);
    }

    /**
     * A name, a title or the like, for use within text of the interface. If it has right-to-left letters, left-to-right
     * marks (U+200E) around it keep the order of the surrounding text; characters that change the direction of all
     * following text are removed.
     */
    public static String isolated(String text) {
        return hasRightToLeft(text)
                ? LEFT_TO_RIGHT + TURNS_ROUND.matcher(text).replaceAll("") + LEFT_TO_RIGHT
                : text;
    }

    /** True if there are right-to-left letters, as of Hebrew and Arabic. */
    static boolean hasRightToLeft(String text) {
        return Bidi.requiresBidi(text.toCharArray(), 0, text.length());
    }
}

package org.epiglyph.desktop.frame;

import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/** The words of the interface. A key that has no words shows itself, so that it is found. */
public final class Words {
    private static final ResourceBundle BUNDLE = ResourceBundle.getBundle("org.epiglyph.desktop.words", Locale.ENGLISH);

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
        return new MessageFormat(BUNDLE.getString(key), Locale.ENGLISH).format(values);
    }
}

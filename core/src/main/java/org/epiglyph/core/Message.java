package org.epiglyph.core;

import java.text.MessageFormat;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.MissingResourceException;
import java.util.ResourceBundle;
import java.util.stream.Collectors;

/**
 * What is to be said, as a value: which sentence, and what goes into its gaps. It is put into words where somebody reads it; nothing is
 * decided by looking into a sentence.
 *
 * @param bundle of the module that it comes from; blank where the words are there already
 * @param key    the class and what happened, for example {@code NewBatch.taken}
 * @param values what goes into the gaps: text, numbers, paths, or other messages
 */
public record Message(String bundle, String key, List<Object> values) {
    private static final String WORDS = "{0}";

    public Message {
        values = List.copyOf(values);
    }

    /**
     * A message of a class, whose module has the words in its {@code messages.properties}.
     *
     * @param what   what happened, in one word
     * @param values what goes into the gaps of the sentence, in their order
     */
    public static Message of(Class<?> place, String what, Object... values) {
        String[] names = place.getPackageName().split("\\.");
        return new Message("org.epiglyph." + names[2] + ".messages", place.getSimpleName() + "." + what,
                Arrays.stream(values).map(v -> v instanceof Message ? v : String.valueOf(v)).toList());
    }

    /** Words that are put together already, at the edge where they are read. */
    public static Message literal(String text) {
        return new Message("", "", List.of(text));
    }

    /** In English, as long as there is no other language. A key without words shows itself, so that it is found. */
    public String text() {
        Object[] said = values.stream().map(v -> v instanceof Message m ? m.text() : v).toArray();
        return new MessageFormat(pattern(), Locale.ENGLISH).format(said);
    }

    /** The words, so that a message shows nothing else wherever it is put into a sentence. */
    @Override
    public String toString() {
        return text();
    }

    /** Several messages, one behind the other. */
    public static String text(List<Message> said) {
        return said.stream().map(Message::text).filter(w -> !w.isEmpty()).collect(Collectors.joining(" "));
    }

    /** False where this version of the program has no words for it, as for a message kept by another version. */
    public boolean isKnown() {
        return bundle.isEmpty() || !pattern().equals("!" + key + "!");
    }

    private String pattern() {
        try {
            return bundle.isEmpty() ? WORDS : ResourceBundle.getBundle(bundle, Locale.ENGLISH).getString(key);
        } catch (MissingResourceException e) {
            return "!" + key + "!";
        }
    }
}

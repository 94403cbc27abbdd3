package org.epiglyph.core;

import java.text.MessageFormat;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.MissingResourceException;
import java.util.ResourceBundle;
import java.util.stream.Collectors;

/**
 * A message as a value: which sentence, and the values for its placeholders. It becomes text only where somebody reads
 * it; no decision ever looks into a sentence.
 *
 * @param bundle the module whose bundle holds the sentence; blank for literal text
 * @param key    the class and what happened, for example {@code NewBatch.taken}
 * @param values the placeholders' values: text, numbers, paths, or other messages
 */
public record Message(String bundle, String key, List<Object> values) {
    private static final String WORDS = "{0}";
    /** How many names of a list a sentence has room for. */
    private static final int NAMED = 4;

    public Message {
        values = List.copyOf(values);
    }

    /**
     * A message of a class, whose module has the sentence in its {@code messages.properties}.
     *
     * @param what   what happened, in one word
     * @param values the placeholders' values, in order
     */
    public static Message of(Class<?> place, String what, Object... values) {
        String[] names = place.getPackageName().split("\\.");
        return new Message("org.epiglyph." + names[2] + ".messages", place.getSimpleName() + "." + what,
                Arrays.stream(values).map(v -> v instanceof Message ? v : String.valueOf(v)).toList());
    }

    /** Text that is not looked up in a bundle. */
    public static Message literal(String text) {
        return new Message("", "", List.of(text));
    }

    /**
     * The text, in English as long as there is no other language. An unknown key shows itself, so that it is noticed.
     */
    public String text() {
        Object[] said = values.stream().map(v -> v instanceof Message m ? m.text() : v).toArray();
        return new MessageFormat(pattern(), Locale.ENGLISH).format(said);
    }

    /** The text, so that a message can be put into another sentence. */
    @Override
    public String toString() {
        return text();
    }

    /** The texts of several messages, joined by spaces. */
    public static String text(List<Message> said) {
        return said.stream().map(Message::text).filter(w -> !w.isEmpty()).collect(Collectors.joining(" "));
    }

    /** Names for a sentence: all of them if they are few, else the first ones and how many more there are. */
    public static String listing(List<String> names) {
        return names.size() <= NAMED + 1
                ? String.join(", ", names)
                : Message.of(Message.class, "more", String.join(", ", names.subList(0, NAMED)), names.size() - NAMED)
                        .text();
    }

    /** False if this version of the program does not know the key, as for a message stored by another version. */
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

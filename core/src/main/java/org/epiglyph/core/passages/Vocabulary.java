package org.epiglyph.core.passages;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;

/**
 * Numbers for words; words that differ only in case, surrounding punctuation or the composition of their letters share
 * one. Thread-safe.
 */
public final class Vocabulary {
    private static final Pattern NO_LETTERS = Pattern.compile("[^\\p{L}\\p{M}\\p{N}]+");
    private final Map<String, Integer> numbers = new ConcurrentHashMap<>();
    private final AtomicInteger last = new AtomicInteger();

    /** An empty vocabulary. */
    public Vocabulary() {}

    /** The number of a word, from 1; 0 if it has no letter and no digit. */
    int number(String word) {
        String plain = plain(word);
        return plain.isEmpty() ? 0 : numbers.computeIfAbsent(plain, _ -> last.incrementAndGet());
    }

    /** Compatibility forms are equal (NFKC), and so are upper and lower case. */
    static String plain(String word) {
        String folded = Normalizer.normalize(word, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
        return NO_LETTERS.matcher(folded).replaceAll("");
    }
}

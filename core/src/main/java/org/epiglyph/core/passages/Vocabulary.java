package org.epiglyph.core.passages;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;

/** Numbers for words that are the same but for case, signs around them and how their letters are put together. Safe for several threads. */
public final class Vocabulary {
    private static final Pattern NO_LETTERS = Pattern.compile("[^\\p{L}\\p{M}\\p{N}]+");
    private final Map<String, Integer> numbers = new ConcurrentHashMap<>();
    private final AtomicInteger last = new AtomicInteger();

    /** Without any word yet. */
    public Vocabulary() {}

    /** The number of a word, from 1; 0 for what has no letter and no digit. */
    int number(String word) {
        String plain = plain(word);
        return plain.isEmpty() ? 0 : numbers.computeIfAbsent(plain, _ -> last.incrementAndGet());
    }

    /** Compatibility forms are one (NFKC), and so are capitals and small letters. */
    static String plain(String word) {
        String folded = Normalizer.normalize(word, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
        return NO_LETTERS.matcher(folded).replaceAll("");
    }
}

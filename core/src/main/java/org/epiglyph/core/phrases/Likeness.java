package org.epiglyph.core.phrases;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;

/**
 * The similarity of two remarks: the share of three-letter pieces that they have in common (Dice 1945, from memory).
 */
public final class Likeness {
    /** From here on two remarks say much the same. */
    public static final double ALIKE = 0.6;
    /** From here on they are the same except for a word or a letter. */
    public static final double SAME = 0.85;
    private static final int PIECE = 3;

    private Likeness() {}

    /** 0 for nothing in common, 1 for the same words; ignores case, white space and punctuation. */
    static double of(String one, String other) {
        return of(pieces(one), pieces(other));
    }

    /** The same, for pieces computed before, where one is compared with many. */
    public static double of(Set<String> one, Set<String> other) {
        if (one.isEmpty() || other.isEmpty()) {
            return one.isEmpty() && other.isEmpty() ? 1 : 0;
        }
        long common = one.stream().filter(other::contains).count();
        return 2.0 * common / (one.size() + other.size());
    }

    /** The three-letter pieces of a text. */
    public static Set<String> pieces(String text) {
        String plain = "  " + text.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", " ").strip() + " ";
        Set<String> pieces = new HashSet<>();
        if (!plain.isBlank()) {
            for (int i = 0; i + PIECE <= plain.length(); i++) {
                pieces.add(plain.substring(i, i + PIECE));
            }
        }
        return pieces;
    }
}

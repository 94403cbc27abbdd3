package org.epiglyph.core.phrases;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The phrases at hand, in the marker's order. No id occurs twice.
 *
 * @param phrases in order
 */
public record Phrasebook(List<Phrase> phrases) {
    /** No phrases yet. */
    public static final Phrasebook EMPTY = new Phrasebook(List.of());

    public Phrasebook {
        phrases = List.copyOf(phrases);
        if (phrases.stream().map(Phrase::id).distinct().count() < phrases.size()) {
            throw new IllegalArgumentException("Two phrases share an id");
        }
    }

    public Optional<Phrase> find(String id) {
        return phrases.stream().filter(p -> p.id().equals(id)).findFirst();
    }

    /** A phrase with the same words, white space and case aside. */
    public Optional<Phrase> findWords(String words) {
        return phrases.stream().filter(p -> plain(p.words()).equals(plain(words))).findFirst();
    }

    public Phrasebook with(Phrase phrase) {
        List<Phrase> changed = new ArrayList<>(phrases);
        changed.removeIf(p -> p.id().equals(phrase.id()));
        changed.add(phrase);
        return new Phrasebook(changed);
    }

    public Phrasebook without(String id) {
        return new Phrasebook(phrases.stream().filter(p -> !p.id().equals(id)).toList());
    }

    /**
     * Phrases for a few typed letters, best first: code, then starts of words, then letters in order.
     * Among equals, phrases of the active criterion come first, then general ones, then the rest, each in the marker's order.
     *
     * @param letters         what was typed; empty finds all
     * @param activeCriterion id of the criterion being scored; may be empty
     */
    public List<Phrase> search(String letters, String activeCriterion) {
        String wanted = plain(letters);
        record Found(Phrase phrase, int rank) {}
        return phrases.stream()
                .flatMap(p -> rank(p, wanted).stream().mapToObj(r -> new Found(p, r)))
                .sorted(Comparator.comparingInt(Found::rank).thenComparingInt(f -> nearness(f.phrase, activeCriterion)))
                .map(Found::phrase)
                .toList();
    }

    private static int nearness(Phrase phrase, String active) {
        if (!active.isEmpty() && phrase.criterion().equals(active)) {
            return 0;
        }
        return phrase.criterion().isEmpty() ? 1 : 2;
    }

    private static OptionalInt rank(Phrase phrase, String wanted) {
        String code = plain(phrase.code());
        String words = plain(phrase.words());
        if (wanted.isEmpty()) {
            return OptionalInt.of(0);
        }
        if (code.equals(wanted)) {
            return OptionalInt.of(0);
        }
        if (code.startsWith(wanted)) {
            return OptionalInt.of(1);
        }
        if ((" " + words).contains(" " + wanted)) {
            return OptionalInt.of(2);
        }
        if (words.contains(wanted)) {
            return OptionalInt.of(3);
        }
        return inOrder(words, wanted) ? OptionalInt.of(4) : OptionalInt.empty();
    }

    /** True where each typed letter begins a word of the phrase, in order. */
    private static boolean inOrder(String words, String wanted) {
        int at = 0;
        for (String word : words.split(" ")) {
            if (at < wanted.length() && !word.isEmpty() && word.charAt(0) == wanted.charAt(at)) {
                at++;
            }
        }
        return at == wanted.length();
    }

    private static String plain(String text) {
        return text.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT);
    }
}

package org.epiglyph.core.phrases;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Pattern;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The phrases, in the marker's order. No id occurs twice.
 *
 * @param phrases     in order
 * @param collections the collections of phrases, in order
 */
public record Phrasebook(List<Phrase> phrases, List<Collection> collections) {
    private static final Pattern SPACES = Pattern.compile("\\s+");

    /** No phrases yet. */
    public static final Phrasebook EMPTY = new Phrasebook(List.of());

    public Phrasebook {
        phrases = List.copyOf(phrases);
        collections = collections == null ? List.of() : List.copyOf(collections); // the first version had none
        if (phrases.stream().map(Phrase::id).distinct().count() < phrases.size()) {
            throw new IllegalArgumentException("Two phrases share an id");
        }
    }

    /** Phrases without collections. */
    public Phrasebook(List<Phrase> phrases) {
        this(phrases, List.of());
    }

    /** The phrases that are offered: those without a collection, and those of open collections. */
    public List<Phrase> offered() {
        Set<String> closed = collections.stream()
                .filter(c -> !c.open())
                .map(Collection::id)
                .collect(Collectors.toSet());
        return phrases.stream().filter(p -> !closed.contains(p.collection())).toList();
    }

    /** The phrases of a collection; for an empty id, those without one. */
    public List<Phrase> of(String collection) {
        return phrases.stream().filter(p -> p.collection().equals(collection)).toList();
    }

    /** Two phrases that say the same, or nearly. */
    public record Pair(Phrase first, Phrase second, double likeness) {}

    /** Phrases that say the same, or nearly, most similar first. */
    public List<Pair> duplicates() {
        List<Set<String>> pieces = phrases.stream().map(p -> Likeness.pieces(p.text())).toList();
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < phrases.size(); i++) {
            for (int j = i + 1; j < phrases.size(); j++) {
                double likeness = Likeness.of(pieces.get(i), pieces.get(j));
                if (likeness >= Likeness.SAME) {
                    pairs.add(new Pair(phrases.get(i), phrases.get(j), likeness));
                }
            }
        }
        pairs.sort(Comparator.comparingDouble(Pair::likeness).reversed());
        return pairs;
    }

    public Optional<Phrase> find(String id) {
        return phrases.stream().filter(p -> p.id().equals(id)).findFirst();
    }

    /** A phrase with the same text, ignoring white space and case. */
    public Optional<Phrase> findByText(String text) {
        return phrases.stream().filter(p -> plain(p.text()).equals(plain(text))).findFirst();
    }

    /** With a phrase, replacing the one with the same id, else at the end. */
    public Phrasebook with(Phrase phrase) {
        if (find(phrase.id()).isPresent()) {
            return new Phrasebook(
                    phrases.stream().map(p -> p.id().equals(phrase.id()) ? phrase : p).toList(), collections);
        }
        List<Phrase> more = new ArrayList<>(phrases);
        more.add(phrase);
        return new Phrasebook(more, collections);
    }

    public Phrasebook without(String id) {
        return new Phrasebook(phrases.stream().filter(p -> !p.id().equals(id)).toList(), collections);
    }

    public Phrasebook withCollections(List<Collection> other) {
        return new Phrasebook(phrases, other);
    }

    /** The phrases in the order of these ids; the others follow in their present order. */
    public Phrasebook ordered(List<String> ids) {
        List<Phrase> named = ids.stream().flatMap(id -> find(id).stream()).toList();
        List<Phrase> all = new ArrayList<>(named);
        phrases.stream().filter(p -> !ids.contains(p.id())).forEach(all::add);
        return new Phrasebook(all, collections);
    }

    /**
     * Phrases that match a few typed letters, best first: code, then starts of words, then letters in order. Among
     * equals, phrases of the active criterion come first, then general ones, then the rest; within each group the most
     * used first, and equally used ones in the marker's order.
     *
     * @param letters         what was typed; empty finds all
     * @param activeCriterion id of the criterion being scored; may be empty
     * @param uses            how often each phrase is used in the batch, by phrase id; unused ones may be missing
     */
    public List<Phrase> search(String letters, String activeCriterion, Map<String, Integer> uses) {
        String wanted = plain(letters);
        record Found(Phrase phrase, long place) {}
        List<Found> found = new ArrayList<>();
        for (Phrase phrase : offered()) {
            OptionalInt rank = rank(phrase, wanted);
            if (rank.isPresent()) {
                long place = 3L * rank.getAsInt() + nearness(phrase, activeCriterion);
                int unused = Integer.MAX_VALUE - uses.getOrDefault(phrase.id(), 0);
                found.add(new Found(phrase, place << 32 | unused)); // computed once, not at each comparison
            }
        }
        found.sort(Comparator.comparingLong(Found::place));
        return found.stream().map(Found::phrase).toList();
    }

    /** The phrases used most, most used first; unused ones are left out. */
    public List<Phrase> mostUsed(Map<String, Integer> uses) {
        return offered().stream()
                .filter(p -> uses.getOrDefault(p.id(), 0) > 0)
                .sorted(Comparator.comparingInt((Phrase p) -> -uses.get(p.id())))
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
        String text = plain(phrase.title().isEmpty() && phrase.tags().isEmpty()
                ? phrase.text()
                : phrase.title() + " " + phrase.text() + " " + String.join(" ", phrase.tags()));
        if (wanted.isEmpty()) {
            return OptionalInt.of(0);
        }
        if (code.equals(wanted)) {
            return OptionalInt.of(0);
        }
        if (code.startsWith(wanted)) {
            return OptionalInt.of(1);
        }
        if (text.startsWith(wanted) || text.contains(" " + wanted)) {
            return OptionalInt.of(2);
        }
        if (text.contains(wanted)) {
            return OptionalInt.of(3);
        }
        return inOrder(text, wanted) ? OptionalInt.of(4) : OptionalInt.empty();
    }

    /** True if each typed letter begins a word of the phrase, in order. */
    private static boolean inOrder(String text, String wanted) {
        int at = 0;
        boolean starts = true;
        for (int i = 0; i < text.length() && at < wanted.length(); i++) {
            if (starts && text.charAt(i) == wanted.charAt(at)) {
                at++;
            }
            starts = text.charAt(i) == ' ';
        }
        return at == wanted.length();
    }

    /**
     * In lower case, with single spaces. Thousands of phrases are searched at each letter, so text whose spaces need no
     * change is not copied.
     */
    private static String plain(String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        boolean single = lower.indexOf('\n') < 0 && lower.indexOf('\t') < 0 && lower.indexOf('\r') < 0
                && !lower.contains("  ") && !lower.startsWith(" ") && !lower.endsWith(" ");
        return single ? lower : SPACES.matcher(lower.strip()).replaceAll(" ");
    }
}

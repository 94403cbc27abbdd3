package org.epiglyph.desktop.spelling;

import java.io.IOException;
import java.io.InputStream;
import java.text.ParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.lucene.analysis.hunspell.Dictionary;
import org.apache.lucene.analysis.hunspell.Hunspell;
import org.apache.lucene.store.ByteBuffersDirectory;
import org.epiglyph.desktop.settings.Settings;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks words up. Loading a dictionary takes a moment, so calls should be off the interface thread. Thread-safe. */
public final class Spelling {
    /** Languages that have a dictionary, as BCP 47 tags. */
    public static final List<String> LANGUAGES = List.of("en-GB", "en-US", "fr");

    private static final Logger LOG = LoggerFactory.getLogger(Spelling.class);
    private static final Pattern NOT_WORDS = Pattern.compile("`[^`]*+`|\\]\\([^)]{0,2000}+\\)|https?://\\S++");
    private static final Pattern BETWEEN_SPACES = Pattern.compile("\\S++");
    private static final Pattern NOT_OF_WORDS = Pattern.compile("[\\p{N}@_]");
    private static final Pattern WORD = Pattern.compile("\\p{L}[\\p{L}\\p{M}]*+(?:['\u2019]\\p{L}++)*+");
    /** No word of a dictionary is longer; looking up a longer one would take long. */
    private static final int LONGEST = 100;
    private static final int MOST_SUGGESTIONS = 5;
    private static final Map<String, Optional<Dictionary>> DICTIONARIES = new ConcurrentHashMap<>();
    private final Settings settings;
    /** A checker is for one thread at a time; its dictionary is for all. */
    private final Map<String, Optional<Hunspell>> checkers = new HashMap<>();
    private final Set<String> own;

    /**
     * A word that is not in the dictionary.
     *
     * @param text  the word
     * @param start its index in the text, from 0
     */
    public record Unknown(String text, int start) {}

    public Spelling(Settings settings) {
        this.settings = settings;
        this.own = new HashSet<>(settings.ownWords());
    }

    /**
     * The words that are not in the dictionary, in order. Code, addresses, links and words with digits are left alone.
     *
     * @param language a tag of {@link #LANGUAGES}; any other finds nothing
     */
    public List<Unknown> unknown(String text, String language) {
        Optional<Hunspell> dictionary = dictionary(language);
        if (dictionary.isEmpty()) {
            return List.of();
        }
        String prose = NOT_WORDS.matcher(text).replaceAll(m -> " ".repeat(m.group().length()));
        String plain = BETWEEN_SPACES.matcher(prose)
                .replaceAll(m -> NOT_OF_WORDS.matcher(m.group()).find()
                        ? " ".repeat(m.group().length())
                        : Matcher.quoteReplacement(m.group()));
        List<Unknown> found = new ArrayList<>();
        Matcher word = WORD.matcher(plain);
        while (word.find()) {
            if (isLatin(word.group()) && !isKnown(word.group(), dictionary.get())) {
                found.add(new Unknown(word.group(), word.start()));
            }
        }
        return found;
    }

    /**
     * All dictionaries are for Latin letters: they cannot judge a Greek letter in a formula, or a name in another
     * script.
     */
    private static boolean isLatin(String word) {
        return Character.UnicodeScript.of(word.codePointAt(0)) == Character.UnicodeScript.LATIN;
    }

    /**
     * True if the word is in the dictionary of a language, or the marker's own; also if there is no such dictionary.
     */
    public boolean knows(String word, String language) {
        return dictionary(language).map(d -> isKnown(word, d)).orElse(true);
    }

    private synchronized boolean isKnown(String word, Hunspell dictionary) {
        String plain = word.replace('\u2019', '\'');
        return own.contains(plain) || plain.length() <= LONGEST && dictionary.spell(plain);
    }

    /** Suggestions, likeliest first. */
    public synchronized List<String> suggestions(String word, String language) {
        return dictionary(language)
                .filter(_ -> word.length() <= LONGEST)
                .map(d -> d.suggest(word.replace('\u2019', '\'')).stream().limit(MOST_SUGGESTIONS).toList())
                .orElse(List.of());
    }

    /** Adds a word to the marker's own. */
    public synchronized void add(String word) {
        own.add(word.replace('\u2019', '\''));
        settings.keepOwnWords(own);
    }

    private synchronized Optional<Hunspell> dictionary(String language) {
        return checkers.computeIfAbsent(language,
                l -> DICTIONARIES.computeIfAbsent(l, Spelling::read).map(Hunspell::new));
    }

    private static Optional<Dictionary> read(String language) {
        if (!LANGUAGES.contains(language)) {
            return Optional.empty();
        }
        try (InputStream rules = Spelling.class.getResourceAsStream(language + ".aff");
                InputStream words = Spelling.class.getResourceAsStream(language + ".dic");
                ByteBuffersDirectory scratch = new ByteBuffersDirectory()) {
            return Optional.of(new Dictionary(scratch, "spelling", rules, words));
        } catch (IOException | ParseException e) {
            LOG.error("A dictionary cannot be read", e);
            return Optional.empty();
        }
    }
}

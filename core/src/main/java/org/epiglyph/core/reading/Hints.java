package org.epiglyph.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;

/**
 * Finds places where the language may need a correction. Names, abbreviations, formulas, addresses and words with
 * digits are left alone. The rules are common practice, no source.
 */
public final class Hints {
    private static final Pattern LETTERS = Pattern
            .compile("[\\p{P}\\p{S}]*?(\\p{L}[\\p{L}\\p{M}]*(?:['\u2019-]\\p{L}[\\p{L}\\p{M}]*)*)[\\p{P}\\p{S}]*");
    private static final Pattern BROKEN = Pattern.compile("(.*\\p{L})[-\u2010\u00ad]");
    private static final Pattern SENTENCE_END = Pattern.compile("[\\p{L}\\p{M})\\]\u201d\"]{3,}[.!?]");
    private static final Pattern WITHIN_CAPITAL = Pattern.compile(".+\\p{Lu}.*");
    /** Words that occur twice in a row in correct English. */
    private static final Set<String> TWICE = Set.of("that", "had", "very", "so", "no", "ha", "blah");
    private static final int SHORTEST = 3;
    private final Predicate<String> known;
    private final List<Hint> found = new ArrayList<>();
    private final PageRef page;
    private final PageText text;

    private Hints(PageRef page, PageText text, Predicate<String> known) {
        this.page = page;
        this.text = text;
        this.known = known;
    }

    /**
     * A word as it is read, which may continue on the next line.
     *
     * @param first index of its first part on the page
     */
    private record Read(String text, int first, int last) {
        String letters() {
            Matcher matcher = LETTERS.matcher(text);
            return matcher.matches() ? matcher.group(1) : "";
        }
    }

    /** @param known true for words in the dictionary and for names */
    public static List<Hint> of(PageRef page, PageText text, Predicate<String> known) {
        return new Hints(page, text, known).find();
    }

    private List<Hint> find() {
        List<Read> words = words();
        for (int i = 0; i < words.size(); i++) {
            Read word = words.get(i);
            String letters = word.letters();
            boolean begins = i > 0 && SENTENCE_END.matcher(words.get(i - 1).text).matches();
            if (begins && known.test(words.get(i - 1).letters()) && mayBegin(word, letters)) {
                add(Hint.Kind.SMALL_LETTER, word, word, letters);
            }
            if (i > 0 && isTwice(words.get(i - 1), word)) {
                add(Hint.Kind.TWICE, words.get(i - 1), word, letters);
            } else if (mayBeMisspelt(letters, i == 0 || begins) && !known.test(letters)
                    && !known.test(letters.toLowerCase(java.util.Locale.ROOT))) {
                add(Hint.Kind.SPELLING, word, word, letters);
            }
        }
        return found;
    }

    private List<Read> words() {
        List<Read> all = new ArrayList<>();
        List<PageWord> parts = text.words();
        for (int i = 0; i < parts.size(); i++) {
            Matcher broken = BROKEN.matcher(parts.get(i).text());
            boolean goesOn = i + 1 < parts.size() && broken.matches() && parts.get(i + 1).line() != parts.get(i).line()
                    && Character.isLowerCase(parts.get(i + 1).text().codePointAt(0));
            if (goesOn) {
                String joined = broken.group(1) + parts.get(i + 1).text();
                all.add(new Read(isKnown(joined) ? joined : parts.get(i).text() + parts.get(i + 1).text(), i, i + 1));
                i++;
            } else {
                all.add(new Read(parts.get(i).text(), i, i));
            }
        }
        return all;
    }

    /** The hyphen at the end of a line belongs to the word if the word without it is not known. */
    private boolean isKnown(String joined) {
        Matcher matcher = LETTERS.matcher(joined);
        return matcher.matches() && known.test(matcher.group(1));
    }

    /**
     * An unknown word before a full stop is an abbreviation; a single letter belongs to a formula, with one exception.
     */
    private boolean mayBegin(Read word, String letters) {
        boolean isWord = letters.length() >= 2 && isPlain(letters) && known.test(letters) || letters.equals("i");
        return isWord && word.text.startsWith(letters);
    }

    private static boolean isPlain(String letters) {
        return Character.isLowerCase(letters.codePointAt(0)) && !WITHIN_CAPITAL.matcher(letters).matches();
    }

    /** A capital within a sentence begins a name; two words joined by a hyphen are looked up separately. */
    private boolean mayBeMisspelt(String letters, boolean begins) {
        if (letters.length() < SHORTEST || WITHIN_CAPITAL.matcher(letters).matches()) {
            return false;
        }
        if (letters.indexOf('-') > 0) {
            for (String part : letters.split("-")) {
                if (part.length() >= SHORTEST && !known.test(part)) {
                    return true;
                }
            }
            return false;
        }
        return begins || Character.isLowerCase(letters.codePointAt(0));
    }

    private static boolean isTwice(Read before, Read word) {
        String letters = word.letters();
        return letters.length() >= 2 && before.text.equalsIgnoreCase(letters) && isPlain(letters)
                && !TWICE.contains(letters);
    }

    private void add(Hint.Kind kind, Read from, Read to, String letters) {
        Selection place = text.select(from.first, to.last);
        found.add(new Hint(kind, page, place, place.text(), letters));
    }
}

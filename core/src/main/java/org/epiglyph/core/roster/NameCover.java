package org.epiglyph.core.roster;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.Letters;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;

/**
 * Finds what gives a student away in words of the student's own: the key, the address, and the parts of the name from three
 * letters on, whatever their capitals and accents. A part within a longer word counts where that word is no plain word of
 * letters, such as a file's name or an address.
 */
public final class NameCover {
    /** Covers nothing. */
    public static final NameCover NONE = new NameCover(Set.of(), Set.of());

    private static final int LEAST = 3;
    private static final int LEAST_WITHOUT_CASE = 2;
    private static final Pattern WORD = Pattern.compile("[^\\s,;:()\\[\\]{}<>\"\u201c\u201d\u201e\u00ab\u00bb/\\\\|]+");
    private static final Pattern TOKEN = Pattern.compile("[\\p{L}\\p{N}]+");
    private static final Pattern NOT_OF_NAMES = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final Pattern POSSESSIVE = Pattern.compile("['\u2019]s$");
    private static final Pattern PLAIN = Pattern.compile("\\p{L}+");

    /** Folded; a word that is one of them gives the student away. */
    private final Set<String> parts;
    /** Folded; a word that has one of them within it gives the student away. */
    private final Set<String> keys;

    private NameCover(Set<String> parts, Set<String> keys) {
        this.parts = parts;
        this.keys = keys;
    }

    /** @param owner who is to be covered, uncovered */
    public static NameCover of(Student owner) {
        Set<String> parts = new HashSet<>();
        Set<String> keys = new HashSet<>();
        for (String name : List.of(owner.given(), owner.family())) {
            NOT_OF_NAMES.splitAsStream(Letters.folded(name)).forEach(part -> add(part, parts, keys));
            parts.add(joined(name));
        }
        parts.add(joined(owner.given() + owner.family()));
        parts.add(joined(owner.family() + owner.given()));
        parts.removeIf(p -> p.length() < LEAST);
        add(joined(owner.key().value()), keys, keys);
        if (!owner.mail().isBlank()) {
            keys.add(Letters.folded(owner.mail().strip()));
        }
        return new NameCover(parts, keys);
    }

    private static String joined(String name) {
        return NOT_OF_NAMES.matcher(Letters.folded(name)).replaceAll("");
    }

    /** Scripts without capitals run words together, so that their names are looked for within words. */
    private static void add(String part, Set<String> parts, Set<String> within) {
        boolean withoutCase = !part.isEmpty() && part.codePoints()
                .allMatch(c -> Character.isLetter(c) && !Character.isUpperCase(c) && !Character.isLowerCase(c));
        if (part.length() >= (withoutCase ? LEAST_WITHOUT_CASE : LEAST)) {
            (withoutCase ? within : parts).add(part);
        }
    }

    /** True if the word gives the student away. */
    public boolean gives(String word) {
        String folded = POSSESSIVE.matcher(Letters.folded(word)).replaceFirst("");
        String bare = NOT_OF_NAMES.matcher(folded).replaceAll("");
        if (parts.contains(bare) || keys.stream().anyMatch(k -> folded.contains(k) || bare.contains(k))) {
            return true;
        }
        Matcher token = TOKEN.matcher(folded);
        while (token.find()) {
            if (parts.contains(token.group())) {
                return true;
            }
        }
        boolean plain = PLAIN.matcher(bare).matches() && folded.indexOf('@') < 0 && folded.indexOf('.', 1) < 0;
        return !plain && isWithin(bare);

    }

    private boolean isWithin(String word) {
        return parts.stream().anyMatch(word::contains);
    }

    /** The words with "[name]" in the place of what gives the student away. */
    public String cover(String words) {
        if (parts.isEmpty() && keys.isEmpty()) {
            return words;
        }
        return WORD.matcher(words)
                .replaceAll(m -> Matcher.quoteReplacement(gives(m.group()) ? Student.NAMED_LATER : m.group()));
    }

    /** A page's words, of which those that give the student away say nothing. */
    public PageText cover(PageText page) {
        return page.words().stream().noneMatch(w -> gives(w.text()))
                ? page
                : new PageText(page.words()
                        .stream()
                        .map(w -> gives(w.text()) ? new PageWord(blank(w.text()), w.box(), w.line()) : w)
                        .toList());
    }

    private static String blank(String word) {
        char[] blank = new char[word.length()];
        Arrays.fill(blank, '\u2022');
        return new String(blank);
    }

    /** Where a page gives the student away, in page space; what stands beside each other in one line is one box. */
    public List<PageBox> strips(PageText page) {
        List<PageBox> strips = new ArrayList<>();
        int last = -2;
        for (int i = 0; i < page.words().size(); i++) {
            PageWord word = page.words().get(i);
            if (gives(word.text())) {
                if (last == i - 1 && page.words().get(last).line() == word.line()) {
                    strips.set(strips.size() - 1, strips.getLast().union(word.box()));
                } else {
                    strips.add(word.box());
                }
                last = i;
            }
        }
        return List.copyOf(strips);
    }
}

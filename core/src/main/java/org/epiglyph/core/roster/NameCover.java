package org.epiglyph.core.roster;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.Letters;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;

/**
 * Finds what identifies a student in their own text: the key, the address, and the parts of the name with three or more
 * letters, ignoring case and accents. A part within a longer word counts if that word is not made of letters only, such
 * as a file name or an address.
 */
public final class NameCover {
    /** Covers nothing. */
    public static final NameCover NONE = new NameCover(Set.of(), Set.of(), Set.of());

    private static final int LEAST = 3;
    private static final int LEAST_WITHOUT_CASE = 2;
    private static final Pattern WORD = Pattern.compile("[^\\s,;:()\\[\\]{}<>\"\u201c\u201d\u201e\u00ab\u00bb/\\\\|]+");
    private static final Pattern TOKEN = Pattern.compile("[\\p{L}\\p{N}]+");
    private static final Pattern NOT_OF_NAMES = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final Pattern POSSESSIVE = Pattern.compile("['\u2019]s$");
    private static final Pattern MODIFIERS = Pattern.compile("[\\x{2b0}-\\x{2ff}]+");
    private static final Pattern PLAIN = Pattern.compile("\\p{L}+");

    /** Folded; a word that equals one of them identifies the student. */
    private final Set<String> parts;
    /** Folded; a word that contains one of them identifies the student. */
    private final Set<String> keys;
    /**
     * Folded; initials and parts too short to count on their own, which belong to the name if they are next to a part.
     */
    private final Set<String> beside;

    private NameCover(Set<String> parts, Set<String> keys, Set<String> beside) {
        this.parts = parts;
        this.keys = keys;
        this.beside = beside;
    }

    /** @param owner the student to be covered, with the name uncovered */
    public static NameCover of(Student owner) {
        Set<String> parts = new HashSet<>();
        Set<String> keys = new HashSet<>();
        Set<String> beside = new HashSet<>();
        for (String name : List.of(owner.given(), owner.family())) {
            NOT_OF_NAMES.splitAsStream(folded(name)).filter(part -> !part.isEmpty()).forEach(part -> {
                add(part, parts, keys);
                beside.add(part.length() < LEAST ? part : part.substring(0, part.offsetByCodePoints(0, 1)));
            });
            parts.add(joined(name));
        }
        parts.add(joined(owner.given() + owner.family()));
        parts.add(joined(owner.family() + owner.given()));
        parts.removeIf(p -> p.length() < LEAST);
        add(joined(owner.key().value()), keys, keys);
        if (!owner.mail().isBlank()) {
            keys.add(folded(owner.mail().strip()));
        }
        return new NameCover(parts, keys, beside);
    }

    /** Ligatures of a page's type are two letters again; signs of transliteration, as in ʿAli, are left out. */
    private static String folded(String text) {
        return Letters.folded(MODIFIERS.matcher(Normalizer.normalize(text, Normalizer.Form.NFKC)).replaceAll(""));
    }

    private static String joined(String name) {
        return NOT_OF_NAMES.matcher(folded(name)).replaceAll("");
    }

    /** Scripts without capitals do not separate words, so their names are searched within words. */
    private static void add(String part, Set<String> parts, Set<String> within) {
        boolean withoutCase = !part.isEmpty() && part.codePoints()
                .allMatch(c -> Character.isLetter(c) && !Character.isUpperCase(c) && !Character.isLowerCase(c));
        if (part.length() >= (withoutCase ? LEAST_WITHOUT_CASE : LEAST)) {
            (withoutCase ? within : parts).add(part);
        }
    }

    /** True if the word identifies the student. */
    boolean reveals(String word) {
        String folded = POSSESSIVE.matcher(folded(word)).replaceFirst("");
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

    /** Which of some consecutive words identify the student. */
    private BitSet revealing(List<String> words) {
        BitSet giving = new BitSet();
        for (int i = 0; i < words.size(); i++) {
            giving.set(i, reveals(words.get(i)));
        }
        for (int i = giving.nextSetBit(0); i >= 0; i = giving.nextSetBit(i + 1)) {
            for (int before = i - 1; before >= 0 && !giving.get(before) && isBeside(words.get(before)); before--) {
                giving.set(before);
            }
            if (i + 1 < words.size() && isBeside(words.get(i + 1))) {
                giving.set(i + 1);
            }
        }
        return giving;
    }

    private boolean isBeside(String word) {
        return beside.contains(NOT_OF_NAMES.matcher(folded(word)).replaceAll(""));
    }

    /** The text with "[name]" in place of what identifies the student. */
    public String cover(String text) {
        if (parts.isEmpty() && keys.isEmpty()) {
            return text;
        }
        BitSet giving = revealing(WORD.matcher(text).results().map(MatchResult::group).toList());
        int[] at = {0};
        return WORD.matcher(text)
                .replaceAll(m -> Matcher.quoteReplacement(giving.get(at[0]++) ? Student.NAMED_LATER : m.group()));
    }

    /** A page's words, with those that identify the student blanked. */
    public PageText cover(PageText page) {
        BitSet giving = revealing(page);
        if (giving.isEmpty()) {
            return page;
        }
        List<PageWord> words = new ArrayList<>(page.words());
        giving.stream()
                .forEach(i -> words.set(i,
                        new PageWord(blank(words.get(i).text()), words.get(i).box(), words.get(i).line())));
        return new PageText(words);
    }

    private BitSet revealing(PageText page) {
        return parts.isEmpty() && keys.isEmpty()
                ? new BitSet()
                : revealing(page.words().stream().map(PageWord::text).toList());
    }

    private static String blank(String word) {
        char[] blank = new char[word.length()];
        Arrays.fill(blank, '\u2022');
        return new String(blank);
    }

    /** Where a page identifies the student, in page space; adjacent words of a line share a box. */
    public List<PageBox> strips(PageText page) {
        List<PageBox> strips = new ArrayList<>();
        BitSet giving = revealing(page);
        for (int i = giving.nextSetBit(0); i >= 0; i = giving.nextSetBit(i + 1)) {
            PageWord word = page.words().get(i);
            if (i > 0 && giving.get(i - 1) && page.words().get(i - 1).line() == word.line()) {
                strips.set(strips.size() - 1, strips.getLast().union(word.box()));
            } else {
                strips.add(word.box());
            }
        }
        return List.copyOf(strips);
    }
}

package org.epiglyph.exchange.filing;

import com.ibm.icu.text.Transliterator;
import info.debatty.java.stringsimilarity.Damerau;
import java.lang.Character.UnicodeScript;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.epiglyph.core.filing.Spelling;

/**
 * Transliterates all scripts to plain letters by the rules of ICU (Unicode CLDR transforms), and counts slips with a
 * library. Caches its results. Not thread-safe.
 */
public final class PlainLetters implements Spelling {
    private static final Pattern APOSTROPHES = Pattern.compile("['\u2019\u02B9\u02BC`]");
    private static final Pattern OTHERS = Pattern.compile("[^a-z0-9]+");
    private static final int MOST_REMEMBERED = 50_000;
    private static final String LATIN = "Latin-ASCII; Lower";
    private static final String GERMAN = "de-ASCII; Latin-ASCII; Lower";
    private static final String ANY = "Any-Latin; Latin-ASCII; Lower";
    private static final String CYRILLIC = "Russian-Latin/BGN; Ukrainian-Latin/BGN; Any-Latin; Latin-ASCII; Lower";
    private static final String GREEK = "Greek-Latin/UNGEGN; Any-Latin; Latin-ASCII; Lower";
    private final Damerau damerau = new Damerau();
    private final Map<String, Transliterator> ways = new HashMap<>();
    private final Map<String, List<String>> remembered = new HashMap<>();

    @Override
    public List<String> plain(String text) {
        if (remembered.size() > MOST_REMEMBERED) {
            remembered.clear();
        }
        List<String> known = remembered.get(text);
        if (known == null) {
            known = spelt(text);
            remembered.put(text, known);
        }
        return known;
    }

    private List<String> spelt(String text) {
        if (text.chars().allMatch(c -> c < 128)) {
            return List.of(onlyWords(text.toLowerCase(Locale.ROOT)));
        }
        String composed = Normalizer.normalize(text, Normalizer.Form.NFC);
        Set<String> spelt = new LinkedHashSet<>();
        for (String way : transliterations(composed)) {
            spelt.add(onlyWords(ways.computeIfAbsent(way, Transliterator::getInstance).transliterate(composed)));
        }
        return List.copyOf(spelt);
    }

    /** The rules for the scripts that occur in the text; creating and applying all of them takes long. */
    private static List<String> transliterations(String text) {
        Set<UnicodeScript> scripts = text.codePoints()
                .filter(Character::isLetter)
                .mapToObj(UnicodeScript::of)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(UnicodeScript.class)));
        scripts.remove(UnicodeScript.LATIN);
        if (scripts.isEmpty()) {
            return text.chars().anyMatch(c -> "\u00e4\u00f6\u00fc\u00c4\u00d6\u00dc".indexOf(c) >= 0)
                    ? List.of(LATIN, GERMAN)
                    : List.of(LATIN);
        }
        List<String> ways = new ArrayList<>(List.of(ANY));
        if (scripts.contains(UnicodeScript.CYRILLIC)) {
            ways.add(CYRILLIC);
        }
        if (scripts.contains(UnicodeScript.GREEK)) {
            ways.add(GREEK);
        }
        return ways;
    }

    private static String onlyWords(String latin) {
        return OTHERS.matcher(APOSTROPHES.matcher(latin).replaceAll("")).replaceAll(" ").strip();
    }

    @Override
    public int slips(String one, String other) {
        return (int) damerau.distance(one, other);
    }
}

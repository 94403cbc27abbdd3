package org.epiglyph.exchange.filing;

import com.ibm.icu.text.Transliterator;
import info.debatty.java.stringsimilarity.Damerau;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.epiglyph.core.filing.Spelling;

/**
 * Letters of all scripts in plain ones, by the rules of ICU (Unicode CLDR transforms), and slips counted by a library.
 * Remembers what it was asked. Not safe for several threads.
 */
public final class PlainLetters implements Spelling {
    private static final int MOST_REMEMBERED = 50_000;
    private static final List<String> WAYS = List.of("Any-Latin; Latin-ASCII; Lower",
            "de-ASCII; Any-Latin; Latin-ASCII; Lower",
            "Russian-Latin/BGN; Ukrainian-Latin/BGN; Any-Latin; Latin-ASCII; Lower",
            "Greek-Latin/UNGEGN; Any-Latin; Latin-ASCII; Lower");
    private final List<Transliterator> ways = WAYS.stream().map(Transliterator::getInstance).toList();
    private final Damerau damerau = new Damerau();
    private final Map<String, List<String>> remembered = new HashMap<>();

    @Override
    public List<String> plain(String text) {
        if (remembered.size() > MOST_REMEMBERED) {
            remembered.clear();
        }
        return remembered.computeIfAbsent(text, this::spelt);
    }

    private List<String> spelt(String text) {
        if (text.chars().allMatch(c -> c < 128)) {
            return List.of(onlyWords(text.toLowerCase(java.util.Locale.ROOT)));
        }
        Set<String> spelt = new LinkedHashSet<>();
        String composed = java.text.Normalizer.normalize(text, java.text.Normalizer.Form.NFC);
        for (Transliterator way : ways) {
            spelt.add(onlyWords(way.transliterate(composed)));
        }
        return List.copyOf(spelt);
    }

    private static String onlyWords(String latin) {
        return latin.replaceAll("['\u2019\u02B9\u02BC`]", "").replaceAll("[^a-z0-9]+", " ").strip();
    }

    @Override
    public int slips(String one, String other) {
        return (int) damerau.distance(one, other);
    }
}

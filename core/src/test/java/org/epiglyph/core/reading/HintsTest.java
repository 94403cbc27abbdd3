package org.epiglyph.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class HintsTest {
    private static final PageRef PAGE = new PageRef("d1", 0);
    private static final Set<String> KNOWN = Set.of("the", "tide", "rises", "height", "secondary", "port", "is", "well",
            "known", "that", "it", "had", "a", "we", "see", "of", "don't", "correction", "half", "hour", "and");

    /** Lines are separated by a slash. */
    private static List<Hint> hints(String text) {
        List<PageWord> words = new ArrayList<>();
        int line = 0;
        for (String one : text.split(" / ")) {
            for (String word : one.split(" ")) {
                words.add(new PageWord(word, new PageBox(10 * words.size(), 20 * line, 8, 10), line));
            }
            line++;
        }
        return Hints.of(PAGE, new PageText(words), KNOWN::contains);
    }

    @ParameterizedTest
    @CsvSource({"the tyde rises, SPELLING, tyde", "Teh tide rises, SPELLING, Teh", "(tyde) rises, SPELLING, (tyde)",
            "the the tide, TWICE, the the", "The the tide, TWICE, The the", "tide rises. the port, SMALL_LETTER, the",
            "tide rises. i see, SMALL_LETTER, i",
            "the tide. Teh port, SPELLING, Teh",
            "half-hower is, SPELLING, half-hower", "the dont, SPELLING, dont"})
    void findsWhatMayNeedACorrection(String text, Hint.Kind kind, String words) {
        assertThat(hints(text)).extracting(Hint::kind, Hint::text).containsExactly(tuple(kind, words));
    }

    @ParameterizedTest
    @ValueSource(strings = {"The tide rises.", "the tide at Lymwick rises", "we see that that is", "it had had a port",
            "see HW and LW", "h2 x1 4.09m", "tide@port.example", "e.g. the tide", "approx. the tide", "half-hour",
            "don\u2019t", "a xq tide", "iPlot is"})
    void ignoresSoundTextNamesAndFormulas(String text) {
        assertThat(hints(text.replace("\u2019", "'"))
                .stream()
                .filter(h -> !Set.of("at", "approx", "e.g").contains(h.letters()))
                .toList()).isEmpty();
    }

    @Test
    void joinsAWordHyphenatedAtALineEnd() {
        assertThat(hints("the correc- / tion is")).isEmpty();
        assertThat(hints("it is well- / known")).isEmpty();
        assertThat(hints("the correk- / tion is")).singleElement().satisfies(h -> {
            assertThat(h.letters()).isEqualTo("correk-tion");
            assertThat(h.place().boxes()).hasSize(2);
        });
        assertThat(hints("the / the tide")).extracting(Hint::kind).containsExactly(Hint.Kind.TWICE);
    }

    @Test
    void aPageWithoutWordsHasNone() {
        assertThat(Hints.of(PAGE, PageText.NONE, _ -> false)).isEmpty();
    }

    @Test
    void ignoresShortWordsAndIntendedRepetition() {
        assertThat(hints("a tyd is")).as("three letters").hasSize(1);
        assertThat(hints("a ty is")).isEmpty();
        assertThat(hints("half-tyd is")).hasSize(1);
        assertThat(hints("half-ty is")).isEmpty();
        assertThat(hints("it it is")).as("two letters").extracting(Hint::kind).containsExactly(Hint.Kind.TWICE);
        assertThat(hints("a a tide")).isEmpty();
        assertThat(hints("the port. it is")).extracting(Hint::kind).containsExactly(Hint.Kind.SMALL_LETTER);
        assertThat(hints("the port. a tide")).as("a single letter may be part of a formula").isEmpty();
        assertThat(hints("the Tide Tide")).as("a name").isEmpty();
    }

    @Test
    void onlyTheLastWordOfALineCanBeHyphenated() {
        assertThat(hints("the correc- tion is")).extracting(Hint::letters).contains("tion");
        assertThat(hints("the / correc-")).extracting(Hint::place).allSatisfy(p -> assertThat(p.boxes()).hasSize(1));
        assertThat(hints("the half- / Lymwick is")).as("a capital begins a word of its own").isEmpty();
    }
}

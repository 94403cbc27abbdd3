package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TextQueryTest {
    private static PageText page(String text) {
        List<PageWord> words = new ArrayList<>();
        for (String word : text.split(" ")) {
            words.add(new PageWord(word, new PageBox(words.size() * 10, 0, 8, 10), 0));
        }
        return new PageText(words);
    }

    private static List<String> found(String wanted, boolean similar, String text) {
        return new TextQuery(wanted, similar).in(page(text)).stream().map(PageText.Selection::text).toList();
    }

    @ParameterizedTest
    @CsvSource({"tide, tides", "tide, tidal", "interpolation, interpolating", "height, heigth", "height, hight",
            "secondary, secondry", "interpolation, interpalotion", "Zoë, zoe", "range, (ranges)"})
    void findsWordsOfOneStemAndMisspellings(String wanted, String there) {
        assertThat(found(wanted, true, "the " + there + " here")).containsExactly(there);
    }

    @ParameterizedTest
    @CsvSource({"tide, time", "port, part", "the, they", "low, law", "harbour, labour", "depth, width"})
    void rejectsOtherWords(String wanted, String there) {
        assertThat(found(wanted, true, "some " + there + " here")).isEmpty();
    }

    @Test
    void findsConsecutiveWords() {
        String text = "heights of tides and height of tide, heights tide";
        assertThat(found("height of tide", true, text)).containsExactly("heights of tides", "height of tide,");
        assertThat(found("height of tide", false, text)).containsExactly("height of tide,");
        assertThat(found("...", true, text)).isEmpty();
        assertThat(found("a b c d e f g h i j k", true, text)).isEmpty();
    }

    @Property(tries = 300)
    void aSimilarSearchIncludesExactMatches(@ForAll @AlphaChars @StringLength(min = 1, max = 12) String word,
            @ForAll @IntRange(max = 3) int before) {
        String text = "x ".repeat(before) + word + " y";
        assertThat(found(word, true, text)).contains(word);
    }

    /** Stems have three letters and more, endings up to three; from five letters on one slip, from nine on two. */
    @ParameterizedTest
    @CsvSource({"tides, tideway, true", "tide, tideways, false", "tid, tide, false", "tides, ties, false",
            "wave, weve, false", "waves, weves, true", "waves, wevesx, false", "harbours, hxrboxrs, false",
            "harbourer, hxrboxrer, true", "harbourer, hxrboxrxr, false", "abcde, abdce, true",
            "abcde, badce, false", "abcdefghi, badcefghi, true", "tables, tabular, false", "tables, tabulated, false",
            "port, ports, true", "port, porters, true", "port, portfolio, false"})
    void wordsAreSimilarByStemOrWithOneSlip(String wanted, String there, boolean similar) {
        assertThat(found(wanted, true, there).isEmpty()).isNotEqualTo(similar);
        assertThat(found(there, true, wanted).isEmpty()).as("and the other way around").isNotEqualTo(similar);
    }

    @Test
    void anEmptyQueryIsBlank() {
        assertThat(new TextQuery(" ", true).isBlank()).isTrue();
        assertThat(new TextQuery("a", true).isBlank()).isFalse();
    }

    @Test
    void searchesPunctuationExactly() {
        assertThat(found("=", true, "h = 4 m")).containsExactly("=");
        assertThat(found("na na", true, "na na na na na")).as("without overlaps").containsExactly("na na", "na na");
    }
}

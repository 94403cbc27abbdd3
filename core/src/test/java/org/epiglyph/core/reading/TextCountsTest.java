package org.epiglyph.core.reading;

import static org.epiglyph.core.page.TextPages.page;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import org.epiglyph.core.page.PageText;
import org.junit.jupiter.api.Test;

/** Numbers of words, sentences, figures, tables and references of a text (common practice, no source). */
class TextCountsTest {
    @Test
    void abbreviationsNumbersAndInitialsEndNoSentence() {
        TextCounts counts = TextCounts.of(List.of(page("1. See Dr. A. Vega, e.g. in vol. 2, p. 14 of that book.",
                "Is it \u201chigh\u201d? It is 3.5 m! We waited \u2026 and went.", "\u201cStop.\u201d Then on.")));
        assertEquals(6, counts.sentences());
    }

    @Test
    void countsFiguresAndTablesByTheirCaptions() {
        TextCounts counts = TextCounts.of(List.of(page("As figure 1 shows, it rose.", "Figure 1: The curve",
                "Fig. 2. Another one", "Figure 2: the same again, on the next page", "Table 1. Heights",
                "table 3 is not there")));
        assertEquals(2, counts.figures());
        assertEquals(1, counts.tables());
    }

    @Test
    void aScanHasOnlyPages() {
        assertEquals(new TextCounts(2, 0, 0, 0, 0, 0), TextCounts.of(List.of(PageText.NONE, PageText.NONE)));
    }

    @Test
    void recognisesNumberedReferences() {
        assertEquals(2,
                TextCounts.of(List.of(page("Text.", "Sources", "1. Vega, Tides.", "2) Quist, Bars."))).references());
        assertEquals(3,
                TextCounts.of(List.of(page("Text.", "Sources", "Vega (2019)", "12. edition, 2020", "Abara 1998b.")))
                        .references());
        assertEquals(0, TextCounts.of(List.of(page("Text.", "Sources", "Vega, Tides", "Quist, 2104"))).references());
    }
}

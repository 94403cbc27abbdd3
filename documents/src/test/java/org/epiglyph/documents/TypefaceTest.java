package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class TypefaceTest {
    private static final String WORDS = "Say which of the two heights is asked, and round once at the end.";

    @Test
    void wordsAreBrokenToTheColumnAndNoneIsLost() {
        List<String> lines = Typeface.SERIF_ITALIC.lines(WORDS, 12, 120);
        assertThat(lines).hasSizeGreaterThan(2);
        assertThat(lines).allMatch(l -> Typeface.SERIF_ITALIC.width(l, 12) <= 120);
        assertThat(String.join(" ", lines)).isEqualTo(WORDS);
    }

    @Test
    void theMarkersOwnBreaksStayAndALongWordStandsAlone() {
        assertThat(Typeface.SERIF_ITALIC.lines("one\n\ntwo", 12, 500)).containsExactly("one", "", "two");
        assertThat(Typeface.SERIF_ITALIC.lines("a Featherstonehaugh b", 12, 40))
                .containsExactly("a", "Featherstonehaugh", "b");
    }
}

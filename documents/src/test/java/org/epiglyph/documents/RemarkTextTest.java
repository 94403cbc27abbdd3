package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RemarkTextTest {
    @Test
    void plainWordsStayAsTheyAre() {
        assertThat(RemarkText.plain("Why 3.9 m? See p. 4 & 5 <here>")).isEqualTo("Why 3.9 m? See p. 4 & 5 <here>");
        assertThat(RemarkText.rich("Why?")).isEmpty();
    }

    @Test
    void formIsTakenOffAndLinksKeepTheirAddress() {
        assertThat(RemarkText.plain("**Units** and *working*, see [the table](https://example.org/t)"))
                .isEqualTo("Units and working, see \"the table\" (https://example.org/t)");
        assertThat(RemarkText.plain("- range\n- height")).contains("range").contains("height").doesNotContain("**");
        assertThat(RemarkText.plain("![a tide curve](picture:x.png) as drawn")).isEqualTo("a tide curve as drawn");
    }

    @Test
    void richTextEscapesWhatLooksLikeMarkupAndTakesNoScript() {
        String rich = RemarkText.rich("*so* <b>x</b> [y](javascript:alert(1))");
        assertThat(rich).contains("<em>so</em>").contains("&lt;b&gt;").doesNotContain("javascript:");
    }

    /** A mail that was answered often, or a key held down, is no reason to lose a paper. */
    @ParameterizedTest
    @ValueSource(strings = {">", "> ", "- ", "1. ", "1. - > ", "[", "![", "**a", "_a ", "`a", "[a](", "![a](picture:"})
    void signsOfFormWithoutAnEndAreReadToo(String sign) {
        for (int times : new int[]{2_000, 30_000}) {
            String words = sign.repeat(times) + " Why?";
            assertThat(RemarkText.plain(words)).contains("Why?");
            assertThat(RemarkText.rich(words)).contains("Why?");
        }
    }
}

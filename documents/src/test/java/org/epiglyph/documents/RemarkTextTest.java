package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

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
}

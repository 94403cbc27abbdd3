package org.epiglyph.documents.base;

import static org.assertj.core.api.Assertions.assertThat;

import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RemarkTextTest {
    @Test
    void keepsPlainText() {
        assertThat(RemarkText.plain("Why 3.9 m? See p. 4 & 5 <here>")).isEqualTo("Why 3.9 m? See p. 4 & 5 <here>");
        assertThat(RemarkText.rich("Why?")).isEmpty();
    }

    @Test
    void removesFormattingAndKeepsLinkAddresses() {
        assertThat(RemarkText.plain("**Units** and *working*, see [the table](https://example.org/t)"))
                .isEqualTo("Units and working, see \"the table\" (https://example.org/t)");
        assertThat(RemarkText.plain("- range\n- height")).contains("range").contains("height").doesNotContain("**");
        assertThat(RemarkText.plain("![a tide curve](picture:x.png) as drawn")).isEqualTo("a tide curve as drawn");
    }

    @Test
    void richTextEscapesMarkupAndAllowsNoScript() {
        String rich = RemarkText.rich("*so* <b>x</b> [y](javascript:alert(1))");
        assertThat(rich).contains("<em>so</em>").contains("&lt;b&gt;").doesNotContain("javascript:");
    }

    /** A mail quoted many times, or a key held down, must not make a paper unreadable. */
    @ParameterizedTest
    @ValueSource(strings = {">", "> ", "- ", "1. ", "1. - > ", "[", "![", "**a", "_a ", "`a", "[a](", "![a](picture:"})
    void readsUnclosedFormatting(String sign) {
        for (int times : new int[]{2_000, 30_000}) {
            String text = sign.repeat(times) + " Why?";
            assertThat(RemarkText.plain(text)).contains("Why?");
            assertThat(RemarkText.markup(text)).contains("Why?");
        }
    }

    /** Anything that is not supported formatting reaches the student as the marker typed it. */
    @ParameterizedTest
    @ValueSource(strings = {"2*3*4 is 24", "F = 2*pi*r and m*g*h", "3*4 is 12 and 5*6 is 30", "2**3**4",
            "__init__ is missing",
            "snake_case and _private_", "the <table> is not closed, see <b>here</b>", "<div>\nis a block",
            "x<y and z>w, *so*",
            "> 5 m is expected\nsays the task", "# of students\nis wrong", "---\nis no rule", "    indented\nby four",
            "``` is a fence", "[1]: wrong", "[1]: wrong\nand more", "[note]: https://example.org \"title\"", "a \\ b",
            "<!-- gone? -->\n*x*", "a &lt; b &amp; c, *so*", "&copy;\n&#65; stands there", "C:\\_x\\(1)\nis the path",
            "\\\\server\\share\nis gone", "\\alpha\\_1 and\n\\frac{1}{2}"})
    void showsAmbiguousFormattingAsTyped(String text) {
        String wanted = text.strip().replaceAll("\\*(so|x)\\*", "$1");
        assertThat(RemarkText.plain(text).strip()).isEqualTo(wanted);
        assertThat(Jsoup.parse(RemarkText.markup(text).replace("<br />", "\n")).wholeText().strip()).isEqualTo(wanted);
    }

    @Test
    void aBackslashEscapesFormatting() {
        assertThat(RemarkText.plain("\\*not\\* but *so*")).isEqualTo("*not* but so");
        assertThat(RemarkText.plain("\\`x\\` and \\[a](b)\n*c*")).isEqualTo("`x` and [a](b)\nc");
    }

    @Test
    void supportsPartialAndNestedFormatting() {
        assertThat(RemarkText.rich("recei**ve** and ***both***")).contains("recei<strong>ve</strong>")
                .contains("<em><strong>both</strong></em>");
        assertThat(RemarkText.plain("*un*able")).isEqualTo("unable");
        assertThat(RemarkText.plain("2*(a+b)*c")).isEqualTo("2*(a+b)*c");
        assertThat(RemarkText.plain("`a*b*c` as *code*")).isEqualTo("\"a*b*c\" as code");
    }

    /** Plus and minus before strengths and weaknesses, as markers often write. */
    @Test
    void listsKeepTheirMarkers() {
        assertThat(RemarkText.plain("+ clear\n+ complete\n- no units")).contains("+ clear", "+ complete", "- no units");
        assertThat(Jsoup.parse(RemarkText.markup("+ clear\n+ complete\n\n- no units")).select("li").eachText())
                .containsExactly("+ clear", "+ complete", "\u2013 no units");
        assertThat(RemarkText.markup("* one\n* two")).contains("<ul>").doesNotContain("signed");
        assertThat(RemarkText.markup("3. third\n4. fourth")).contains("start=\"3\"");
        assertThat(RemarkText.markup("+ ")).contains("+");
    }

    @Test
    void keepsTheMarkersLineBreaks() {
        assertThat(RemarkText.markup("one\ntwo")).contains("one<br />two");
        assertThat(RemarkText.plain("one\ntwo\n\nthree")).isEqualTo("one\ntwo\nthree");
    }

    /** Unicode Standard Annex 9, P2 and P3: the first letter that has a direction decides. */
    @Test
    void marksABlockAsRightToLeft() {
        String peace = "\u05e9\u05dc\u05d5\u05dd";
        assertThat(TextDirection.isRightToLeft("12: " + peace + " and more")).isTrue();
        assertThat(TextDirection.isRightToLeft("Say " + peace)).isFalse();
        assertThat(TextDirection.isRightToLeft("12")).isFalse();
        assertThat(RemarkText.markup("*" + peace + "*\n\nand more")).contains("<p dir=\"rtl\"><em>", "<p>and more</p>");
        assertThat(RemarkText.markup("* " + peace + "\n* two")).contains("<ul dir=\"rtl\">");
        assertThat(RemarkText.markup("* one\n* " + peace)).doesNotContain("dir=");
    }
}

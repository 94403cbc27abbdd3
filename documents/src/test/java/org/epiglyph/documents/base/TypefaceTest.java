package org.epiglyph.documents.base;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Font;
import java.awt.font.FontRenderContext;
import java.awt.font.TextLayout;
import java.io.InputStream;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TypefaceTest {
    private static final String WORDS = "Say which of the two heights is asked, and round once at the end.";

    @Test
    void wrapsTextToTheColumnWithoutLoss() {
        List<String> lines = Typeface.SERIF_ITALIC.lines(WORDS, 12, 120);
        assertThat(lines).hasSizeGreaterThan(2);
        assertThat(lines).allMatch(l -> Typeface.SERIF_ITALIC.width(l, 12) <= 120);
        assertThat(String.join(" ", lines)).isEqualTo(WORDS);
    }

    @Test
    void keepsTypedLineBreaks() {
        assertThat(Typeface.SERIF_ITALIC.lines("one\n\ntwo", 12, 500)).containsExactly("one", "", "two");
    }

    /**
     * Chinese has no spaces, and pasted text may have none. Measuring letter by letter, 20,000 letters would take
     * hours.
     */
    @ParameterizedTest
    @ValueSource(strings = {"Featherstonehaugh", "\u4e2d\u6587", "\u05e9\u05dc", "e\u0301\u0302", "iiiiiiii",
            "\ud83d\ude42",
            "\u200b"})
    void splitsAWordWiderThanTheColumn(String part) {
        String word = part.repeat(20_000 / part.length());
        List<String> lines = Typeface.SERIF.lines("a " + word + " b", 9, 120);
        assertThat(lines.getFirst()).isEqualTo("a");
        assertThat(String.join("", lines)).isEqualTo("a" + word + (lines.getLast().endsWith(" b") ? " b" : "b"));
        assertThat(lines).allMatch(l -> Typeface.SERIF.width(l, 9) <= 120);
        assertThat(lines).noneMatch(l -> l.startsWith("\u0301") || l.startsWith("\u0302")
                || Character.isLowSurrogate(l.charAt(0)));
        double widest = Typeface.SERIF.width(part, 9) / part.length();
        assertThat(lines).as("the column is used")
                .hasSizeLessThan(10 + (int) (2 * widest * word.length() / 120 + word.length() / 260));
    }

    @Test
    void putsOneLetterPerLineInATooNarrowColumn() {
        assertThat(Typeface.SERIF.lines("Wide", 12, 1)).containsExactly("W", "i", "d", "e");
        assertThat(Typeface.SERIF.lines("", 12, 1)).containsExactly("");
    }

    /** Compared with the platform's layout of the whole line (java.awt.font.TextLayout). */
    @ParameterizedTest
    @ValueSource(strings = {WORDS, "Größe, naïve, “quoted” … ½ °", "AVATAR To fi ffl Wa", "κύμα и прилив",
            "e\u0301 stacked", "\u05e9\u05dc\u05d5\u05dd",
            "soft\u00adhyphen"})
    void measuresALineAsThePlatformSetsIt(String line) throws Exception {
        for (Typeface face : List.of(Typeface.SERIF, Typeface.INTERFACE, Typeface.FIXED_PITCH)) {
            Font font;
            try (InputStream in = face.open()) {
                font = Font.createFont(Font.TRUETYPE_FONT, in);
            }
            Font used = font.canDisplayUpTo(line) < 0 ? font : new Font(Font.SERIF, Font.PLAIN, 1);
            double whole = new TextLayout(line, used.deriveFont(9f), new FontRenderContext(null, true, true))
                    .getAdvance();
            assertThat(face.width(line, 9)).as(face + " " + line).isCloseTo(whole, within(0.02));
        }
    }

    @Test
    void readsASharedTypefaceOnce() throws Exception {
        assertThat(Typeface.SERIF.trueType()).isSameAs(Typeface.SERIF.trueType());
        assertThat(Typeface.SERIF.trueType().getNumberOfGlyphs()).isPositive();
    }
}

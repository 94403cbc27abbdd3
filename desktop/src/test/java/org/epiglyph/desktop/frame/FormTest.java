package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Text of any length. */
class FormTest {
    @Test
    void showsTextFromItsBeginning() {
        assertThat(Form.beginning("", 5)).isEmpty();
        assertThat(Form.beginning("short", 5)).isEqualTo("short");
        assertThat(Form.beginning("The heights differ", 12)).isEqualTo("The heights \u2026");
        assertThat(Form.beginning("The heights differ", 11)).isEqualTo("The heights \u2026");
        assertThat(Form.beginning("The heights differ", 10)).as("a single short word would say nothing")
                .isEqualTo("The height \u2026");
    }

    @Test
    void splitsLongTextWithoutLoss() {
        assertThat(Form.pieces("", 5)).containsExactly("");
        assertThat(Form.pieces("short", 5)).containsExactly("short");
        assertThat(Form.pieces("one two\nthree four", 12)).containsExactly("one two\n", "three four");
        assertThat(Form.pieces("one two three", 9)).containsExactly("one two ", "three");
        assertThat(Form.pieces("abcdefghij", 4)).hasSizeGreaterThan(2)
                .allSatisfy(p -> assertThat(p.length()).isBetween(1, 4));
        for (String text : List.of("\uD83D\uDE42".repeat(50), "\n".repeat(50), " a".repeat(50), "x".repeat(51))) {
            for (int letters = 3; letters < 20; letters++) {
                assertThat(String.join("", Form.pieces(text, letters))).isEqualTo(text);
                assertThat(Form.pieces(text, letters)).allSatisfy(p -> {
                    assertThat(p.length()).isPositive();
                    assertThat(Character.isLowSurrogate(p.charAt(0))).isFalse();
                });
            }
        }
    }

    @Test
    void neverSplitsACharacter() {
        String faces = "\uD83D\uDE42".repeat(40);
        for (int letters = 2; letters < 20; letters++) {
            String beginning = Form.beginning(faces, letters);
            assertThat(faces).startsWith(beginning.substring(0, beginning.length() - 2));
            assertThat(beginning.codePoints().filter(c -> c == 0x1F642).count())
                    .isEqualTo((beginning.length() - 2) / 2);
        }
    }

    @Test
    void neverSplitsAGrapheme() {
        String family = "\uD83D\uDC69\u200D\uD83D\uDC69\u200D\uD83D\uDC67"; // three faces drawn as one
        String accented = "e\u0301";
        for (String one : List.of(family, accented)) {
            String many = one.repeat(30);
            for (int letters = one.length(); letters < 3 * one.length(); letters++) {
                String beginning = Form.beginning(many, letters);
                assertThat(beginning).isEqualTo(one.repeat(letters / one.length()) + " \u2026");
                assertThat(Form.pieces(many, Math.max(3, letters))).allSatisfy(p -> assertThat(p).startsWith(one));
            }
        }
        String tall = "e" + "\u0301".repeat(100);
        assertThat(String.join("", Form.pieces(tall, 10))).as("longer than a piece").isEqualTo(tall);
    }

    @Test
    void aListEntryHasNoLineBreaks() {
        assertThat(Form.line(" one\n\ttwo ", 20)).isEqualTo("one two");
        assertThat(Form.line("one\n\ntwo three", 9)).isEqualTo("one two \u2026");
        assertThat(Form.line("x ".repeat(2_000_000), 9)).isEqualTo("x x x x x \u2026");
    }
}

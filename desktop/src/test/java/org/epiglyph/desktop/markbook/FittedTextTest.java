package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.text.Font;
import org.junit.jupiter.api.Test;

/** Text in the cells of the mark book. */
class FittedTextTest {
    private static final Font FONT = Font.font("Atkinson Hyperlegible Next", 14);
    private final FittedText words = new FittedText();

    @Test
    void shortensTextToItsWidth() {
        assertThat(words.line("Ada Lovel", FONT, 400)).isEqualTo("Ada Lovel");
        String cut = words.line("Maximiliana Theodora Adelheid", FONT, 100);
        assertThat(cut).startsWith("Maxim").endsWith("\u2026").hasSizeBetween(7, 28);
        assertThat(words.line("Maximiliana Theodora Adelheid", FONT, 150)).hasSizeGreaterThan(cut.length());
    }

    @Test
    void keepsWhatDistinguishesEqualNames() {
        assertThat(words.line("Maximiliana Theodora Adelheid (N20214)", FONT, 180)).startsWith("Maxim")
                .endsWith("\u2026 (N20214)");
    }

    /** Measuring an endless name letter by letter would take hours. */
    @Test
    void fitsEndlessWords() {
        assertThat(words.line("x".repeat(1_000_000), FONT, 150)).hasSizeBetween(10, 60);
        assertThat(words.line("\uD83D\uDE42".repeat(1000), FONT, 60).codePoints().filter(c -> c == 0x1F642).count())
                .isPositive();
        assertThat(words.line("(" + " (".repeat(1000) + ")", FONT, 60)).isNotEmpty();
        assertThat(words.lines("word ".repeat(1_000_000), FONT, 100)).hasSize(2);
        assertThat(words.line("", FONT, 10)).isEmpty();
        assertThat(words.line("W", FONT, 1)).isNotEmpty();
    }
}

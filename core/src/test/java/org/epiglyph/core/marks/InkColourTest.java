package org.epiglyph.core.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** WCAG 2.2, definitions of relative luminance and contrast ratio; 1.4.3 asks for 4.5:1. */
class InkColourTest {
    private static final int GROUND = 0xece6da;

    private static double luminance(int rgb) {
        return 0.2126 * linear(rgb >> 16 & 255) + 0.7152 * linear(rgb >> 8 & 255) + 0.0722 * linear(rgb & 255);
    }

    private static double linear(int channel) {
        double c = channel / 255.0;
        return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
    }

    private static double contrast(int a, int b) {
        double one = luminance(a);
        double other = luminance(b);
        return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
    }

    /** Black on white is 21:1 by the definition itself. */
    @Test
    void theContrastFormulaGivesItsPublishedExtremes() {
        assertThat(contrast(0x000000, 0xffffff)).isCloseTo(21, within(1e-9));
        assertThat(contrast(0x777777, 0xffffff)).isCloseTo(4.48, within(0.01)); // widely published pair, from memory
    }

    @ParameterizedTest
    @EnumSource(Ink.class)
    void textInEveryInkIsReadableInTheMargin(Ink ink) {
        assertThat(contrast(ink.textRgb(), GROUND)).isGreaterThanOrEqualTo(4.5);
    }
}

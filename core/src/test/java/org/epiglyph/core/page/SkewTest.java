package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Pages of generated writing, rotated by calculation. */
class SkewTest {
    private static final int WIDTH = 595;
    private static final int HEIGHT = 842;

    /** Letters are vertical strokes with a foot, words are groups of letters, line after line. */
    private static boolean isInk(double x, double y, int lines) {
        int line = (int) Math.floor((y - 100) / 22);
        double within = y - 100 - line * 22;
        if (line < 0 || line >= lines || within > 8 || x < 70 || x > 380 + line * 37 % 140) {
            return false;
        }
        int letter = (int) (x / 5);
        boolean isGap = letter * 7919 % 6 == 0;
        return !isGap && (x % 5 < 2 || within > 6 && x % 5 < 4);
    }

    private static double tilt(double degrees, int lines, boolean shadow) {
        double sin = Math.sin(Math.toRadians(degrees));
        double cos = Math.cos(Math.toRadians(degrees));
        int[] rgb = new int[WIDTH * HEIGHT];
        for (int i = 0; i < rgb.length; i++) {
            double x = i % WIDTH - WIDTH / 2.0;
            double y = i / WIDTH - HEIGHT / 2.0;
            boolean ink = isInk(x * cos + y * sin + WIDTH / 2.0, y * cos - x * sin + HEIGHT / 2.0, lines);
            double dark = shadow ? 0.45 + 0.55 * (i % WIDTH) / WIDTH : 1; // one side is in the shadow of a hand
            int grey = (int) ((ink ? 60 : 236) * dark);
            rgb[i] = grey << 16 | grey << 8 | grey;
        }
        return Skew.of(WIDTH, HEIGHT, rgb);
    }

    @ParameterizedTest
    @ValueSource(doubles = {-7.5, -3, -0.8, 0, 0.6, 1.7, 4.4, 9})
    void linesOfWritingTellTheTilt(double degrees) {
        assertThat(tilt(degrees, 28, false)).isCloseTo(degrees, within(0.2));
        assertThat(tilt(degrees, 28, true)).as("in a shadow").isCloseTo(degrees, within(0.25));
    }

    @Test
    void whereNothingIsWrittenNothingIsTilted() {
        assertThat(tilt(5, 0, false)).isZero();
        assertThat(tilt(5, 0, true)).isZero();
        int[] noise = new Random(3).ints((long) WIDTH * HEIGHT, 0, 0xffffff).toArray();
        assertThat(Skew.of(WIDTH, HEIGHT, noise)).isZero();
        assertThat(Skew.of(1, 1, new int[]{0})).isZero();
    }
}

package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.params.provider.CsvSource;
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
    void findsTheTiltOfLinesOfWriting(double degrees) {
        assertThat(tilt(degrees, 28, false)).isCloseTo(degrees, within(0.2));
        assertThat(tilt(degrees, 28, true)).as("in a shadow").isCloseTo(degrees, within(0.25));
    }

    @Test
    void aBlankPageHasNoTilt() {
        assertThat(tilt(5, 0, false)).isZero();
        assertThat(tilt(5, 0, true)).isZero();
        int[] noise = new Random(3).ints((long) WIDTH * HEIGHT, 0, 0xffffff).toArray();
        assertThat(Skew.of(WIDTH, HEIGHT, noise)).isZero();
        assertThat(Skew.of(1, 1, new int[]{0})).isZero();
    }

    /** The tilt of writing in a colour on white. */
    private static double tiltOf(int colour) {
        double sin = Math.sin(Math.toRadians(3));
        double cos = Math.cos(Math.toRadians(3));
        int[] rgb = new int[WIDTH * HEIGHT];
        for (int i = 0; i < rgb.length; i++) {
            double x = i % WIDTH - WIDTH / 2.0;
            double y = i / WIDTH - HEIGHT / 2.0;
            rgb[i] = isInk(x * cos + y * sin + WIDTH / 2.0, y * cos - x * sin + HEIGHT / 2.0, 28) ? colour : 0xffffff;
        }
        return Skew.of(WIDTH, HEIGHT, rgb);
    }

    /** Ink is more than 30 of 255 darker than paper, by the weights of ITU-R BT.601 (from memory). */
    @ParameterizedTest
    @CsvSource({"0xe1e1e1, false", "0xe0e0e0, true", "0x9bffff, false", "0x96ffff, true", "0xffccff, false",
            "0xffcaff, true", "0xffff00, false", "0xff0000ff, true"})
    void measuresDarknessAsPerceived(String colour, boolean seen) {
        assertThat(tiltOf(Long.decode(colour).intValue())).isCloseTo(seen ? 3 : 0, within(0.2));
    }

    @Test
    void ignoresTheEdgesOfAScan() {
        int[] rgb = new int[WIDTH * HEIGHT];
        Arrays.fill(rgb, 0xffffff);
        for (int x = 0; x < WIDTH; x++) {
            for (int line = 0; line < 2; line++) {
                int y = 4 + line * (HEIGHT - 40) + x * 20 / WIDTH; // the paper's edge, askew
                rgb[Math.min(y, HEIGHT - 1) * WIDTH + x] = x % 30 < 3 ? 0 : 0xffffff;
            }
        }
        assertThat(Skew.of(WIDTH, HEIGHT, rgb)).isZero();
    }
}

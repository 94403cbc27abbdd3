package org.epiglyph.sound;

import java.util.Random;
import org.epiglyph.core.spoken.Samples;

/** Sound for tests that has what a voice has: a pitch with overtones, syllables, pauses, and a little noise. */
final class Voices {
    private Voices() {}

    /** @param millis its length */
    static Samples voice(long millis, int rate, long seed) {
        Random random = new Random(seed);
        short[] values = new short[(int) (millis * rate / 1000)];
        for (int i = 0; i < values.length; i++) {
            double t = i / (double) rate;
            double syllable = Math.max(0, Math.sin(2 * Math.PI * 3.1 * t)) * (t % 2 < 1.5 ? 1 : 0);
            double pitch = 130 + 20 * Math.sin(t);
            double value = 0;
            for (int over = 1; over <= 6; over++) {
                value += Math.sin(2 * Math.PI * pitch * over * t) / over;
            }
            values[i] = (short) ((value * syllable * 0.25 + random.nextGaussian() * 0.0006) * Short.MAX_VALUE);
        }
        return new Samples(values, rate);
    }
}

package org.epiglyph.core.spoken;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Finds where somebody speaks in a recording: pieces separated by pauses, by comparing the loudness of short frames
 * with the noise of the room. The lengths and the margin above the noise are values from memory.
 */
public final class Speech {
    /** A shorter silence belongs to the sentence, in milliseconds. */
    static final long PAUSE = 350;
    /** A shorter sound is no speech, in milliseconds. */
    private static final long SHORTEST = 60;
    /** Kept before and after speech, so that soft beginnings and ends are audible, in milliseconds. */
    private static final long EDGE = 120;
    private static final int FRAME = 20;
    private static final double ABOVE_NOISE = 3.2; // 10 dB
    private static final double QUIETEST = 0.004; // -48 dB of full scale
    private static final double NOISE_SHARE = 0.1;

    private Speech() {}

    /** The pieces in which somebody speaks, in order, without overlaps; empty for silence. */
    public static List<Span> pieces(Samples samples) {
        int size = Math.max(1, samples.rate() * FRAME / 1000);
        double[] levels = new double[samples.count() / size];
        for (int i = 0; i < levels.length; i++) {
            levels[i] = samples.level(i * size, size);
        }
        double threshold = threshold(levels);
        List<Span> loud = new ArrayList<>();
        for (int i = 0; i < levels.length; i++) {
            if (levels[i] > threshold) {
                long from = (long) i * FRAME;
                boolean goesOn = !loud.isEmpty() && from - loud.getLast().to() < PAUSE;
                long begun = goesOn ? loud.removeLast().from() : from;
                loud.add(new Span(begun, from + FRAME));
            }
        }
        loud.removeIf(s -> s.length() < SHORTEST);
        return widened(loud, samples.length());
    }

    /** Ten decibels above the quietest tenth of the recording, but not above what even a soft voice reaches. */
    private static double threshold(double[] levels) {
        double[] sorted = levels.clone();
        Arrays.sort(sorted);
        double noise = sorted.length == 0 ? 0 : sorted[(int) (sorted.length * NOISE_SHARE)];
        double loudest = sorted.length == 0 ? 0 : sorted[sorted.length - 1];
        return Math.max(QUIETEST, Math.min(noise * ABOVE_NOISE, loudest / ABOVE_NOISE));
    }

    private static List<Span> widened(List<Span> loud, long length) {
        List<Span> spoken = new ArrayList<>();
        for (Span piece : loud) {
            long before = spoken.isEmpty() ? 0 : spoken.getLast().to();
            spoken.add(new Span(Math.max(before, piece.from() - EDGE), Math.min(length, piece.to() + EDGE)));
        }
        return spoken;
    }

    /** The recording without the silence at its ends; all of it if nobody speaks. */
    public static Span withoutSilentEnds(Samples samples) {
        List<Span> pieces = pieces(samples);
        return pieces.isEmpty()
                ? new Span(0, samples.length())
                : new Span(pieces.getFirst().from(), pieces.getLast().to());
    }
}

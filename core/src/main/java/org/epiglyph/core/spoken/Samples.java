package org.epiglyph.core.spoken;

import java.util.Arrays;

/** Mono sound: 16-bit samples at a fixed rate. The array must not be changed once it is passed here. */
public final class Samples {
    private final short[] values;
    private final int rate;

    /**
     * @param values the samples, -32,768 to 32,767
     * @param rate   samples per second
     */
    public Samples(short[] values, int rate) {
        if (rate <= 0) {
            throw new IllegalArgumentException("A second has samples, not " + rate);
        }
        this.values = values;
        this.rate = rate;
    }

    public int rate() {
        return rate;
    }

    public int count() {
        return values.length;
    }

    public short at(int index) {
        return values[index];
    }

    /** Its length in whole milliseconds. */
    public long length() {
        return values.length * 1000L / rate;
    }

    /** The samples of a span; what is beyond the end is left out. */
    public Samples piece(Span span) {
        int from = index(span.from());
        return new Samples(Arrays.copyOfRange(values, from, Math.max(from, index(span.to()))), rate);
    }

    /** Copies samples into a buffer; missing ones become silence. */
    public void copy(int from, short[] into) {
        int there = Math.clamp(values.length - (long) from, 0, into.length);
        System.arraycopy(values, Math.min(from, values.length), into, 0, there);
        Arrays.fill(into, there, into.length, (short) 0);
    }

    /** The root mean square of some samples, 0 for silence to 1 for full scale. */
    public double level(int from, int count) {
        double sum = 0;
        int end = Math.min(values.length, from + count);
        for (int i = from; i < end; i++) {
            sum += (double) values[i] * values[i];
        }
        return end <= from ? 0 : Math.sqrt(sum / (end - from)) / -Short.MIN_VALUE;
    }

    private int index(long millis) {
        return (int) Math.min(values.length, millis * rate / 1000);
    }
}

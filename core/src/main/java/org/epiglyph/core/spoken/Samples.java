package org.epiglyph.core.spoken;

import java.util.Arrays;

/** Sound of one channel: samples of 16 bits, so many a second. Not to be changed once given here. */
public final class Samples {
    private final short[] values;
    private final int rate;

    /**
     * @param values the samples, -32,768 to 32,767
     * @param rate   how many make a second
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

    /** Its length in milliseconds, a part of one left out. */
    public long length() {
        return values.length * 1000L / rate;
    }

    /** The samples of a piece; what reaches beyond the end is left out. */
    public Samples piece(Span span) {
        int from = index(span.from());
        return new Samples(Arrays.copyOfRange(values, from, Math.max(from, index(span.to()))), rate);
    }

    /** Copies samples into a buffer; what is not there becomes silence. */
    public void copy(int from, short[] into) {
        int there = Math.clamp(values.length - (long) from, 0, into.length);
        System.arraycopy(values, Math.min(from, values.length), into, 0, there);
        Arrays.fill(into, there, into.length, (short) 0);
    }

    /** The root of the mean square of some samples, 0 for silence to 1 for as loud as can be. */
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

package org.epiglyph.core.spoken;

/**
 * A piece of a recording.
 *
 * @param from where it begins, in milliseconds from the beginning of the recording
 * @param to   where it ends, likewise; not before its beginning
 */
public record Span(long from, long to) {
    public Span {
        if (from < 0 || to < from) {
            throw new IllegalArgumentException(
                    "A piece of a recording goes forward from 0, not from " + from + " to " + to);
        }
    }

    /** Its length in milliseconds. */
    public long length() {
        return to - from;
    }

    /** For example "1:07"; a part of a second counts as a whole one. */
    public String format() {
        long seconds = (length() + 999) / 1000;
        return "%d:%02d".formatted(seconds / 60, seconds % 60);
    }
}

package org.epiglyph.core.spoken;

/**
 * A piece of a recording.
 *
 * @param from its beginning, in milliseconds from the beginning of the recording
 * @param to   its end, in milliseconds from the beginning of the recording; not before its beginning
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

    /** For example "1:07"; a started second counts in full. */
    public String format() {
        long seconds = (length() + 999) / 1000;
        return "%d:%02d".formatted(seconds / 60, seconds % 60);
    }
}

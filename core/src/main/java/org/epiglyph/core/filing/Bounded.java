package org.epiglyph.core.filing;

/**
 * Text whose characters can be read only a limited number of times, so that a hostile name cannot keep a pattern busy
 * for ever.
 */
final class Bounded implements CharSequence {
    private static final int MOST_LOOKS = 200_000;
    private final CharSequence text;
    private int looks;

    Bounded(CharSequence text) {
        this.text = text;
    }

    /** The text was read too often. */
    static final class Exhausted extends RuntimeException {
        private static final long serialVersionUID = 1;

        Exhausted() {
            super("The text was looked at too often", null, false, false);
        }
    }

    @Override
    public int length() {
        return text.length();
    }

    @Override
    public char charAt(int index) {
        if (++looks > MOST_LOOKS) {
            throw new Exhausted();
        }
        return text.charAt(index);
    }

    @Override
    public CharSequence subSequence(int start, int end) {
        return text.subSequence(start, end);
    }

    @Override
    public String toString() {
        return text.toString();
    }
}

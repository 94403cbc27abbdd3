package org.epiglyph.documents;

import java.time.Duration;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;

/**
 * Limits the time for the work on one page and the size of a picture on it; checked with every operator of its content.
 */
final class Budget {
    private static final long MOST_PIXELS = 400_000_000;
    private final long ends;

    Budget(Duration time) {
        ends = System.nanoTime() + time.toNanos();
    }

    /** The budget is used up. */
    static final class Spent extends RuntimeException {
        private static final long serialVersionUID = 1;

        Spent() {
            super("The budget is spent", null, false, false);
        }
    }

    void check() {
        if (System.nanoTime() - ends > 0) {
            throw new Spent();
        }
    }

    void check(PDImage image) {
        check();
        if ((long) image.getWidth() * image.getHeight() > MOST_PIXELS) {
            throw new Spent();
        }
    }
}

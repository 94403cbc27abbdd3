package org.epiglyph.core.batch;

/** Whether a received document became pages. */
public sealed interface Pages {
    /**
     * It did.
     *
     * @param count     pages, at least 1
     * @param rendition name of the PDF made from it, within the batch's pages folder; empty where the original is a PDF
     */
    record Ready(int count, String rendition) implements Pages {
        public Ready {
            if (count < 1) {
                throw new IllegalArgumentException("A document with pages has at least one, not " + count);
            }
        }
    }

    /**
     * It did not; the student can be scored all the same.
     *
     * @param reason why, and what to do, in a plain sentence
     */
    record None(String reason) implements Pages {}
}

package org.epiglyph.core.batch;

import java.util.Objects;

/** Whether a received document became pages. */
public sealed interface Pages {
    /** Stands in the note of a document that would run or start something; nothing of that is ever run here. */
    String ACTIVE = "It contains scripts or starts other programs.";

    /** Stands in the note of a document whose certification any mark breaks. */
    String CERTIFIED = "Its author has certified it against any change, remarks included; a mark on it breaks that.";

    /**
     * It did.
     *
     * @param count     pages, at least 1
     * @param rendition name of the PDF made from it, within the batch's pages folder; empty where the original is a PDF
     * @param note      how it was made and what to mind, in plain sentences; may be empty
     */
    record Ready(int count, String rendition, String note) implements Pages {
        public Ready {
            if (count < 1) {
                throw new IllegalArgumentException("A document with pages has at least one, not " + count);
            }
            note = Objects.requireNonNullElse(note, ""); // batches of the first version have none
        }

        /** Pages of which there is nothing to say. */
        public Ready(int count, String rendition) {
            this(count, rendition, "");
        }
    }

    /**
     * It did not; the student can be scored all the same.
     *
     * @param reason why, and what to do, in plain sentences
     */
    record None(String reason) implements Pages {}

    /**
     * It is locked with a password that the marker can give.
     *
     * @param reason what to do, in a plain sentence
     */
    record Locked(String reason) implements Pages {}

    /** It has not been looked at yet; that is done in the background. */
    record Awaited() implements Pages {}
}

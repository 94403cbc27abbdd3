package org.epiglyph.core.batch;

/**
 * A document of the marker's that goes back to the student with the others: a received one that was changed in another
 * program, or an enclosure.
 *
 * @param to       id of the received document that it was made from; empty for an enclosure
 * @param document the document; made from a received one, its path is that one's with the ending that it has now
 */
public record Attached(String to, Document document) {
    /** True if it was made from nothing that was received. */
    public boolean isEnclosure() {
        return to.isEmpty();
    }
}

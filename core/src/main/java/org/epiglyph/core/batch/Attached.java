package org.epiglyph.core.batch;

/**
 * A document of the marker's that is handed back with the others: a received document that was changed in another
 * program, or an enclosure.
 *
 * @param to       id of the received document that it was made from; empty for an enclosure
 * @param document the document; if made from a received one, with its path and the new file extension
 */
public record Attached(String to, Document document) {
    /** True if it was not made from a received document. */
    public boolean isEnclosure() {
        return to.isEmpty();
    }
}

package org.epiglyph.core.page;

/**
 * A page of a document of the batch.
 *
 * @param document the document's id within the batch
 * @param index    zero-based page index
 */
public record PageRef(String document, int index) {
    public PageRef {
        if (document.isBlank() || index < 0) {
            throw new IllegalArgumentException(
                    "A page needs a document and an index from 0, not '" + document + "', " + index);
        }
    }

    /** The page's number as people count, from 1. */
    public int number() {
        return index + 1;
    }
}

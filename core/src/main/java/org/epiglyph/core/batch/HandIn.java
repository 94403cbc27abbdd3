package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * One submission of documents by a student.
 *
 * @param number    1 for the first
 * @param at        when, if known
 * @param message   what the student wrote with it; may be empty
 * @param documents the files, at least one
 */
public record HandIn(int number, Optional<Instant> at, String message, List<Document> documents) {
    public HandIn {
        documents = List.copyOf(documents);
        if (number < 1 || documents.isEmpty()) {
            throw new IllegalArgumentException("A hand-in is numbered from 1 and has a document, not " + number);
        }
    }

    /** The hand-in with one document replaced by another with the same id. */
    HandIn with(Document document) {
        return new HandIn(number, at, message,
                documents.stream().map(d -> d.id().equals(document.id()) ? document : d).toList());
    }
}

package org.epiglyph.core.batch;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What helps with marking the whole batch and belongs to no student.
 *
 * @param documents model answers and other documents that the marker laid beside the pages, in order; never handed back
 * @param language  the language of the marker's words as a BCP 47 tag, such as en-GB; empty for no spelling check
 * @param limits    what the look-over asks about besides
 * @param aside     passages that are nobody's own
 */
public record Aids(List<Document> documents, String language, Limits limits, List<SetAside> aside) {
    /** Nothing laid beside the pages; words in British English. */
    public static final Aids NONE = new Aids(List.of(), "en-GB", Limits.NONE, List.of());

    public Aids {
        documents = List.copyOf(documents);
        Objects.requireNonNull(language);
        limits = Objects.requireNonNullElse(limits, Limits.NONE); // batches of earlier versions have none
        aside = aside == null ? List.of() : List.copyOf(aside);
    }

    public Optional<Document> find(String id) {
        return documents.stream().filter(d -> d.id().equals(id)).findFirst();
    }

    public Aids withDocuments(List<Document> other) {
        return new Aids(other, language, limits, aside);
    }

    /** With a document as it is now in the place of the one with its id. */
    public Aids with(Document changed) {
        return withDocuments(documents.stream().map(d -> d.id().equals(changed.id()) ? changed : d).toList());
    }

    public Aids withLanguage(String other) {
        return new Aids(documents, other, limits, aside);
    }

    public Aids withLimits(Limits other) {
        return new Aids(documents, language, other, aside);
    }

    public Aids withAside(List<SetAside> other) {
        return new Aids(documents, language, limits, other);
    }
}

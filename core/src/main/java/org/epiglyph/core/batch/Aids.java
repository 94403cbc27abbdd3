package org.epiglyph.core.batch;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Settings and documents that help with marking the whole batch and belong to no student.
 *
 * @param documents model answers and other documents shown beside the pages, in order; never handed back
 * @param language  language of the marker's text as a BCP 47 tag, such as en-GB; empty for no spelling check
 * @param limits    what else the look-over asks about
 * @param aside     passages that are nobody's own work
 */
public record Aids(List<Document> documents, String language, Limits limits, List<SetAside> aside) {
    /** No documents beside the pages; British English. */
    public static final Aids NONE = new Aids(List.of(), "en-GB", Limits.NONE, List.of());

    public Aids {
        documents = List.copyOf(documents);
        Objects.requireNonNull(language);
        limits = Objects.requireNonNullElse(limits, Limits.NONE); // batches of earlier versions have no limits
        aside = aside == null ? List.of() : List.copyOf(aside);
    }

    public Optional<Document> find(String id) {
        return documents.stream().filter(d -> d.id().equals(id)).findFirst();
    }

    public Aids withDocuments(List<Document> other) {
        return new Aids(other, language, limits, aside);
    }

    /** With a document in place of the one with the same id. */
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

package org.epiglyph.core.markbook;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * What the mark book knows besides the batch.
 *
 * @param again      students with open findings
 * @param wordCounts number of words on a document's pages, by document id, as far as they have been counted
 */
public record Context(Set<StudentKey> again, Map<String, Integer> wordCounts) {
    /** Nothing known. */
    public static final Context NONE = new Context(Set.of(), Map.of());

    public Context {
        again = Set.copyOf(again);
        wordCounts = Map.copyOf(wordCounts);
    }

    public Context withAgain(Set<StudentKey> other) {
        return new Context(other, wordCounts);
    }

    public Context withWordCounts(Map<String, Integer> other) {
        return new Context(again, other);
    }

    /**
     * Number of words of the hand-in that counts; empty if not all documents have been counted yet, or without pages.
     */
    Optional<Integer> wordCount(Submission submission) {
        List<String> documents = submission.documents()
                .stream()
                .filter(d -> d.pageCount() > 0)
                .map(Document::id)
                .toList();
        return documents.isEmpty() || !wordCounts.keySet().containsAll(documents)
                ? Optional.empty()
                : Optional.of(documents.stream().mapToInt(wordCounts::get).sum());
    }
}

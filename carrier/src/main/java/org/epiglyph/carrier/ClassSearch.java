package org.epiglyph.carrier;

import java.util.List;
import java.util.function.Predicate;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.TextQuery;
import org.epiglyph.core.roster.NameCover;
import org.epiglyph.core.roster.StudentKey;

/** Finds words in the work of a whole class, one student after the other. */
public final class ClassSearch {
    private final CachedWords words;

    public ClassSearch(CachedWords words) {
        this.words = words;
    }

    /**
     * What was found of one student.
     *
     * @param places   how often the words stand on the pages of the hand-in that counts
     * @param readable false if those pages have no words at all, as scans have none
     */
    public record Found(StudentKey student, int places, boolean readable) {}

    /**
     * Searches in roster order those who have pages. A document that cannot be read has no words.
     *
     * @param take told of each student; gives false to search no further
     */
    public void search(Batch batch, TextQuery wanted, Predicate<Found> take) {
        for (Submission submission : batch.submissions()) {
            List<Document> documents = submission.documents().stream().filter(d -> d.pageCount() > 0).toList();
            if (!documents.isEmpty() && !take.test(found(submission, documents, wanted))) {
                return;
            }
        }
    }

    private Found found(Submission submission, List<Document> documents, TextQuery wanted) {
        NameCover cover = submission.cover();
        int places = 0;
        boolean readable = false;
        for (Document document : documents) {
            for (PageText page : pages(document)) {
                readable |= !page.words().isEmpty();
                places += wanted.in(cover.cover(page)).size();
            }
        }
        return new Found(submission.student().key(), places, readable);
    }

    private List<PageText> pages(Document document) {
        try {
            return words.of(document);
        } catch (Problem e) {
            return List.of();
        }
    }
}

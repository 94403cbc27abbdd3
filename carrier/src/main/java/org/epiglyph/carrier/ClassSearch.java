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

/** Searches the work of a whole class, one student after the other. */
public final class ClassSearch {
    private final CachedWords words;

    public ClassSearch(CachedWords words) {
        this.words = words;
    }

    /**
     * The matches of one student.
     *
     * @param places   number of matches on the pages of the hand-in that counts
     * @param readable false if those pages have no words at all, like scans
     */
    public record Found(StudentKey student, int places, boolean readable) {}

    /**
     * Searches the students who have pages, in roster order. A document that cannot be read has no words.
     *
     * @param take receives each student's matches; returns false to stop
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

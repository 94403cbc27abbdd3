package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;

/** Small batches for tests. */
public final class Batches {
    public static final StudentKey ADA = new StudentKey("K-1");
    public static final StudentKey BAO = new StudentKey("K-2");
    public static final StudentKey CARYS = new StudentKey("K-3");

    private Batches() {}

    /** Three students; the first with a document of three pages, the second with two documents, the third with nothing. */
    public static Batch three() {
        Task task = new Task("t", "Tides", "Workbook", "", Optional.of(Instant.parse("2026-03-13T18:00:00Z")),
                ZoneId.of("UTC"), BigDecimal.valueOf(12));
        MarkScheme scheme = new MarkScheme(
                List.of(new Criterion("c1", "Method", "", BigDecimal.valueOf(8), new BigDecimal("0.5")),
                        new Criterion("c2", "Units", "", BigDecimal.valueOf(4), BigDecimal.ONE)));
        return Batch.collected(task, scheme, Phrasebook.EMPTY, List.of(submission(ADA, "Ada", document("d1", 3)),
                submission(BAO, "Bao", document("d2", 1), document("d3", 2)),
                Submission.untouched(new Student(CARYS, "", "Carys", "A"), List.of())));
    }

    /** The batch after some edits. */
    public static Batch with(Batch batch, Edit... edits) {
        Batch after = batch;
        for (Edit edit : edits) {
            after = after.apply(edit);
        }
        return after;
    }

    private static Submission submission(StudentKey key, String name, Document... documents) {
        return Submission.untouched(new Student(key, name, "Example", "A"),
                List.of(new HandIn(1, Optional.empty(), "", List.of(documents))));
    }

    private static Document document(String id, int pages) {
        return new Document(id, id + ".pdf", "0".repeat(64), 100, new Pages.Ready(pages, ""), "a test says so");
    }

    /** A note on a page of a document. */
    public static Note note(String id, String document, int page, String text) {
        return new Note(new Head(id, new PageRef(document, page), Ink.MADDER, 0, Remark.of(text)),
                new PagePoint(50, 60));
    }
}

package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

class FeedbackTest {
    private static Batch with(Batch batch, Edit... edits) {
        for (Edit edit : edits) {
            batch = batch.apply(edit);
        }
        return batch;
    }

    private static Edit place(StudentKey student, String id, String document, int page) {
        return new Edit.PlaceMark(student, Batches.note(id, document, page, "words"));
    }

    @Test
    void theStudentIsToldOnWhichPagesToLook() {
        Batch batch = with(Batches.three(), place(Batches.ADA, "a", "d1", 0), place(Batches.ADA, "b", "d1", 2),
                place(Batches.ADA, "c", "d1", 1),
                place(Batches.ADA, "d", "d1", 0));
        assertThat(Feedback.whereToLook(batch.submission(Batches.ADA))).isEqualTo("Remarks on pages 1, 2 and 3.");
    }

    @Test
    void whereThereAreSeveralDocumentsTheyAreNamed() {
        Batch batch = with(Batches.three(), place(Batches.BAO, "a", "d2", 0), place(Batches.BAO, "b", "d3", 1));
        assertThat(Feedback.whereToLook(batch.submission(Batches.BAO)))
                .isEqualTo("Remarks on page 1 of d2.pdf; page 2 of d3.pdf.");
    }

    @Test
    void nothingPrivateGetsOut() {
        Remark secret = new Remark("copied?", Audience.PRIVATE, "");
        Batch batch = with(Batches.three(),
                new Edit.PlaceMark(Batches.ADA, Batches.note("a", "d1", 1, "").withRemark(secret)),
                new Edit.WritePrivately(Batches.ADA, "ask a colleague"), new Edit.WriteOnTheWhole(Batches.ADA, "Good."),
                new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.ONE)));
        assertThat(Feedback.text(batch, batch.submission(Batches.ADA)))
                .isEqualTo("Good.\n\nMethod: 1 of 8\nUnits: not scored\nSum: 1 of 12");
        assertThat(batch.submission(Batches.ADA).marksForStudent()).isEmpty();
    }

    @Test
    void theLookOverNamesWhatIsUnfinished() {
        Batch batch = with(Batches.three(), new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.ONE)),
                new Edit.SeePage(Batches.ADA, new PageRef("d1", 0)));
        assertThat(LookOver.findings(batch)).containsExactly(
                new LookOver.Finding(Batches.ADA, LookOver.Kind.NOT_SCORED, "Units"),
                new LookOver.Finding(Batches.ADA, LookOver.Kind.PAGES_UNSEEN, "2, 3"),
                new LookOver.Finding(Batches.BAO, LookOver.Kind.NOTHING_SCORED, ""),
                new LookOver.Finding(Batches.CARYS, LookOver.Kind.NOTHING_RECEIVED, ""));
    }
}

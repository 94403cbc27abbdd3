package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.batch.Batches.with;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

class FeedbackTest {
    private static Edit place(StudentKey student, String id, String document, int page) {
        return new Edit.PlaceMark(student, Batches.note(id, document, page, "words"));
    }

    @Test
    void namesDocumentsIfThereAreSeveral() {
        Batch batch = with(Batches.three(), place(Batches.BAO, "a", "d2", 0), place(Batches.BAO, "b", "d3", 1));
        assertThat(Feedback.pointerToPages(batch.submission(Batches.BAO)))
                .isEqualTo("Remarks on page 1 of d2.pdf; page 2 of d3.pdf.");
    }

    @Test
    void containsNothingPrivate() {
        Remark secret = new Remark("copied?", Audience.PRIVATE, "");
        Batch batch = with(Batches.three(),
                new Edit.PlaceMark(Batches.ADA, Batches.note("a", "d1", 1, "").withRemark(secret)),
                new Edit.WritePrivately(Batches.ADA, "ask a colleague"), new Edit.WriteOnTheWhole(Batches.ADA, "Good."),
                new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.valueOf(3))),
                new Edit.WriteOnCriterion(Batches.ADA, "c2", "Name them."));
        assertThat(Feedback.text(batch, batch.submission(Batches.ADA)))
                .isEqualTo(
                        "Good.\n\nMethod: 3 of 8\nUnits: not scored\nSum: 3 of 12\nPercent: 25 %\n\nUnits: Name them.");
        assertThat(batch.submission(Batches.ADA).marksForStudent()).isEmpty();
    }

    @Test
    void explainsTheMeaningOfInksOnceAndNothingPrivate() {
        Mark units = Batches.note("m1", "d1", 0, "m?");
        Mark same = Batches.note("m2", "d1", 0, "s?");
        Mark secret = Batches.note("m3", "d1", 0, "copied?");
        History history = new History(Batches.three());
        for (Mark mark : List.of(units, same)) {
            history.record(new Edit.PlaceMark(Batches.ADA, mark.withHead(mark.head().withMeaning("units"))),
                    Instant.EPOCH);
        }
        history.record(new Edit.PlaceMark(Batches.ADA, secret.withHead(secret.head().withMeaning("doubts"))
                .withRemark(Remark.of("x").withAudience(Audience.PRIVATE))), Instant.EPOCH);
        String ink = units.ink().name().toLowerCase(java.util.Locale.ROOT);
        assertThat(Feedback.legend(history.batch().submission(Batches.ADA))).isEqualTo("Inks: " + ink + " for units.");
    }
}

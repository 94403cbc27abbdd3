package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** What is added after a batch was collected: hand-ins, pages, students, changed times. */
class ArrivalsOfABatchTest {
    private static Document document(String id, Pages pages) {
        return new Document(id, id + ".pdf", "0".repeat(64), 10, pages, "test");
    }

    private static Edit handIn(StudentKey student, int number, Document... documents) {
        return new Edit.ReceiveHandIn(student, new HandIn(number, Optional.empty(), "", List.of(documents)));
    }

    @Test
    void aDocumentInTwoHandInsGetsItsPagesInBoth() {
        Batch batch = Batches.three();
        Document shared = document("s1", new Pages.Awaited());
        batch = batch.apply(handIn(Batches.CARYS, 1, shared))
                .apply(handIn(Batches.CARYS, 2, shared, document("d9", new Pages.Awaited())));
        batch = batch.apply(new Edit.MakePages(Batches.CARYS, "s1",
                new Pages.Ready(2, "s1.pdf", List.of(Message.literal("a note")), Set.of())));
        assertThat(batch.submission(Batches.CARYS).handIns())
                .allSatisfy(h -> assertThat(h.documents().getFirst().pages())
                        .isEqualTo(new Pages.Ready(2, "s1.pdf", List.of(Message.literal("a note")), Set.of())));
        assertThat(batch.submission(Batches.CARYS).pages()).containsExactly(new PageRef("s1", 0), new PageRef("s1", 1));
        Batch now = batch;
        assertThatThrownBy(() -> now.apply(new Edit.MakePages(Batches.CARYS, "nowhere", new Pages.Awaited())))
                .isInstanceOf(EditRefused.class);
    }

    @Test
    void changesOfTimesAffectLatenessAndCanBeUndone() {
        Batch batch = Batches.three();
        Instant late = batch.task().due().orElseThrow().plus(Duration.ofHours(2));
        assertThat(batch.task().lateness(Batches.ADA, late).orElseThrow().isLate()).isTrue();
        Edit longer = new Edit.ChangeTask(
                batch.task()
                        .withTimes(batch.task().due(), Duration.ofMinutes(5),
                                Map.of(Batches.ADA, late.plusSeconds(1))));
        Batch changed = batch.apply(longer);
        assertThat(changed.task().lateness(Batches.ADA, late).orElseThrow().isLate()).isFalse();
        assertThat(changed.task().lateness(Batches.BAO, late).orElseThrow().isLate()).isTrue();
        assertThat(changed.apply(batch.inverse(longer)).task()).isEqualTo(batch.task());
    }

    @Test
    void undoDoesNotReverseFacts() {
        History history = new History(Batches.three());
        history.record(handIn(Batches.ADA, 2, document("d9", new Pages.Awaited())), Instant.EPOCH);
        history.record(new Edit.MakePages(Batches.ADA, "d9", new Pages.Ready(1, "")), Instant.EPOCH);
        assertThat(history.canUndo(Optional.of(Batches.ADA))).isFalse();
        history.record(new Edit.LetCount(Batches.ADA, Optional.of(1)), Instant.EPOCH);
        history.undo(Optional.of(Batches.ADA), Instant.EPOCH);
        assertThat(history.batch().submission(Batches.ADA).current().orElseThrow().number()).isEqualTo(2);
        assertThat(history.batch().submission(Batches.ADA).handIns()).hasSize(2);
    }
}

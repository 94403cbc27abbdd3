package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What was handed back where, what was accepted, and when it was opened. */
class DeliveredTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private static final Destination RECORD = Destination.record("http://localhost:1", "t1");
    private static final Destination OTHER = Destination.record("http://localhost:2", "t1");
    private static final Destination FOLDER = Destination.folder("/marks");
    private final History history = new History(Batches.three());

    private void record(Edit edit) {
        history.record(edit, NOW);
    }

    private void seal() {
        record(new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.ONE)));
        record(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.ONE)));
        record(new Edit.Seal(Batches.ADA));
    }

    private Submission ada() {
        return history.batch().submission(Batches.ADA);
    }

    private static Receipt receipt(String id, Destination to) {
        return new Receipt(id, NOW, "d", "v", Destination.UNNAMED, "").of(to, "work.pdf");
    }

    private void hand(Receipt receipt) {
        record(new Edit.RecordReceipt(Batches.ADA, Optional.of(receipt)));
    }

    @Test
    void keepsTheLastReceiptPerDestinationNewestLast() {
        seal();
        assertThat(ada().receipt()).isEmpty();
        hand(receipt("r1", RECORD));
        hand(receipt("r2", FOLDER));
        hand(receipt("r3", RECORD));
        assertThat(ada().receipts()).extracting(Receipt::id).containsExactly("r2", "r3");
        assertThat(ada().receipt()).contains(receipt("r3", RECORD));
        assertThat(ada().receipt(FOLDER)).contains(receipt("r2", FOLDER));
        assertThat(ada().receipt(OTHER)).isEmpty();
        assertThat(ada().receipt(RECORD).orElseThrow().sent()).isEqualTo("work.pdf");
        assertThat(ada().handedBack()).isTrue();
        record(new Edit.RecordReceipt(Batches.ADA, Optional.empty()));
        assertThat(ada().receipts()).extracting(Receipt::id).containsExactly("r2");
        assertThat(ada().handedBack()).as("it was the newest that was taken away").isFalse();
    }

    @Test
    void reopenedWorkIsNotHandedBackAsItIs() {
        hand(receipt("r1", RECORD));
        assertThat(ada().handedBack()).as("it was not sealed").isFalse();
        seal();
        hand(receipt("r2", RECORD));
        record(new Edit.LearnOpened(Batches.ADA, NOW));
        assertThat(ada().opened()).contains(NOW);
        hand(receipt("r3", RECORD));
        assertThat(ada().opened()).as("what came now was not looked at yet").isEmpty();
    }

    /** Receipts of the first versions do not name their destination; those of folders are named after their zip. */
    @Test
    void aReceiptWithoutDestinationCountsForItsForm() {
        Receipt service = new Receipt("r-17", NOW, "d", "v1");
        Receipt service2 = new Receipt("handed-back.zip", NOW, "d", "v1");
        Receipt folder = new Receipt("handed-back.zip", NOW, "d", "");
        Receipt untagged = new Receipt("r-18", NOW, "d", "");
        assertThat(service.mayBelongTo(RECORD)).isTrue();
        assertThat(service.mayBelongTo(FOLDER)).isFalse();
        assertThat(service2.mayBelongTo(RECORD)).isTrue();
        assertThat(folder.mayBelongTo(FOLDER)).isTrue();
        assertThat(folder.mayBelongTo(RECORD)).isFalse();
        assertThat(untagged.mayBelongTo(RECORD)).isTrue();
        assertThat(receipt("r", OTHER).mayBelongTo(RECORD)).isFalse();
        assertThat(service.isOfOneDestination(untagged)).isTrue();
        assertThat(service.isOfOneDestination(folder)).isFalse();
        assertThat(receipt("r", RECORD).isOfOneDestination(receipt("s", RECORD))).isTrue();
        assertThat(receipt("r", RECORD).isOfOneDestination(receipt("s", FOLDER))).isFalse();
        assertThat(receipt("r.zip", FOLDER).isOfOneDestination(receipt("s", FOLDER))).isTrue();
        hand(folder);
        hand(service);
        assertThat(ada().receipt(RECORD)).contains(service);
        assertThat(ada().receipt(FOLDER)).contains(folder);
        hand(receipt("r9", RECORD));
        assertThat(ada().receipt(RECORD)).as("the one that names it comes first").contains(receipt("r9", RECORD));
        assertThat(RECORD.isRecord()).isTrue();
        assertThat(FOLDER.isRecord()).isFalse();
    }

    private static Acceptance accepted(String kind, String subject, String thing, String reason) {
        return new Acceptance(kind, subject, thing, reason);
    }

    @Test
    void acceptsOnceInAFixedOrder() {
        List<Acceptance> all = List.of(accepted("b", "", "x", "1"), accepted("a", "s2", "x", "2"),
                accepted("a", "s1", "y", "3"), accepted("a", "s1", "x", "4"));
        all.forEach(a -> record(new Edit.AcceptFinding(Batches.ADA, a)));
        assertThat(ada().accepted()).containsExactlyElementsOf(all.reversed());
        record(new Edit.AcceptFinding(Batches.ADA, accepted("a", "s1", "y", "another reason")));
        assertThat(ada().accepted()).hasSize(4).contains(accepted("a", "s1", "y", "another reason"));
        history.undo(Optional.of(Batches.ADA), NOW);
        assertThat(ada().accepted()).containsExactlyElementsOf(all.reversed());
        record(new Edit.WithdrawAcceptance(Batches.ADA, accepted("a", "s1", "x", "")));
        assertThat(ada().accepted()).containsExactly(all.get(2), all.get(1), all.get(0));
        history.undo(Optional.of(Batches.ADA), NOW);
        assertThat(ada().accepted()).contains(accepted("a", "s1", "x", "4"));
        assertThatThrownBy(() -> record(new Edit.WithdrawAcceptance(Batches.ADA, accepted("c", "", "", ""))))
                .isInstanceOf(EditRefused.class)
                .hasMessage("This is no longer accepted.");
    }
}

package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Letters to a student and what the student answers. */
class CorrespondenceTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private final History history = new History(Batches.three());

    private void record(Edit edit) {
        history.record(edit, NOW);
    }

    private Correspondence ada() {
        return history.batch().submission(Batches.ADA).correspondence();
    }

    private static LetterSent letter(String digest, boolean certain) {
        return new LetterSent(digest, "Your workbook", NOW, "by mail", certain);
    }

    private static Answer answer(String id, String text) {
        return new Answer(id, Optional.empty(), text, NOW, "", false);
    }

    @Test
    void listsALetterOnceByItsContent() {
        record(new Edit.LogLetter(Batches.ADA, letter("one", false)));
        record(new Edit.LogLetter(Batches.ADA, letter("two", true)));
        record(new Edit.LogLetter(Batches.ADA, letter("one", true)));
        assertThat(ada().letters()).containsExactly(letter("two", true), letter("one", true));
        assertThat(ada().letter("one")).contains(letter("one", true));
        assertThat(ada().letter("three")).isEmpty();
        record(new Edit.StrikeLetter(Batches.ADA, "two"));
        assertThat(ada().letters()).containsExactly(letter("one", true));
        assertThat(history.batch().submission(Batches.BAO).correspondence()).isEqualTo(Correspondence.NONE);
    }

    @Test
    void anUpdatedAnswerReplacesTheEarlierOneAndWaitsForAReply() {
        assertThat(ada().awaitsReply()).isFalse();
        record(new Edit.ReceiveAnswer(Batches.ADA, answer("a1", "Why?")));
        record(new Edit.ReceiveAnswer(Batches.ADA, answer("a2", "Thanks.")));
        record(new Edit.ReceiveAnswer(Batches.ADA, answer("a1", "Why is that?")));
        record(new Edit.ReceiveAnswer(Batches.ADA, answer("a3", "And now?")));
        assertThat(ada().answers()).extracting(Answer::text).containsExactly("Why is that?", "Thanks.", "And now?");
        assertThat(ada().find("a2")).contains(answer("a2", "Thanks."));
        assertThat(ada().find("a9")).isEmpty();
        assertThat(ada().awaitsReply()).isTrue();
        for (String id : List.of("a1", "a2", "a3")) {
            record(new Edit.Reply(Batches.ADA, id, "Because."));
        }
        assertThat(ada().awaitsReply()).isFalse();
        history.undo(Optional.of(Batches.ADA), NOW);
        assertThat(ada().find("a3").orElseThrow().isWaiting()).isTrue();
        assertThat(ada().find("a2").orElseThrow().reply()).isEqualTo("Because.");
        assertThatThrownBy(() -> record(new Edit.Reply(Batches.ADA, "a9", "x"))).isInstanceOf(EditRefused.class)
                .hasMessage("The student has no such answer.");
    }
}

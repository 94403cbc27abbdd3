package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.when;

import java.nio.file.Files;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.exchange.record.Amendment;
import org.epiglyph.exchange.record.HeldRecord;
import org.junit.jupiter.api.Test;

/** A record that has changed since it was last handed back: what is sent, and whose version prevails. */
class RecordConflictTest extends RecordFixture {
    private static Choices resolving(Resolution.Way way, String tag) {
        return choices().resolving(Map.of(ADA, new Resolution(way, tag)));
    }

    @Test
    void showsBothVersionsAndReplacesNothing() throws Exception {
        assertThat(handBack(choices())).isInstanceOfSatisfying(Outcome.Differs.class, d -> {
            assertThat(d.theirs()).isEqualTo(held);
            assertThat(d.score()).isEqualByComparingTo("7");
            assertThat(d.feedback()).contains("A careful plan.");
            assertThat(d.hasArrived()).isFalse();
        });
        assertThat(sent).hasSize(1);
        assertThat(workspace.batch().submission(ADA).handedBack()).isFalse();
        assertThat(handBack(resolving(Resolution.Way.OURS, "v6"))).as("decided of another state of the record")
                .isInstanceOf(Outcome.Differs.class);
    }

    @Test
    void replacesTheirsOnRequest() throws Exception {
        assertThat(handBack(resolving(Resolution.Way.OURS, "v7"))).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().knownTag()).isEqualTo("v7");
        assertThat(sent.getLast().amendment()).isEmpty();
        assertThat(workspace.batch().submission(ADA).handedBack()).isTrue();
        assertThat(workspace.batch().submission(ADA).receipt().orElseThrow().tag()).isEqualTo("v8");
    }

    @Test
    void keepsTheirsUntilTheRecordChangesAgain() throws Exception {
        assertThat(handBack(resolving(Resolution.Way.THEIRS, ""))).isInstanceOf(Outcome.TheirsStand.class);
        assertThat(handBack(choices())).as("it is not asked again").isInstanceOf(Outcome.TheirsStand.class);
        held = theirs("v9", "6", "");
        assertThat(handBack(choices())).isInstanceOf(Outcome.Differs.class);
        assertThat(workspace.batch().submission(ADA).receipts()).isEmpty();
    }

    @Test
    void keepsTheirsAsANoteHiddenFromTheStudent() throws Exception {
        assertThat(handBack(resolving(Resolution.Way.BOTH, "v7"))).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().amendment()).hasValueSatisfying(a -> {
            assertThat(a.shown()).isFalse();
            assertThat(a.reason()).startsWith("Before, the record held 5 of ").endsWith(": Resat in March.");
        });
        assertThat(workspace.batch().submission(ADA).accepted()).as("in the batch too")
                .anySatisfy(a -> assertThat(a.thing()).isEqualTo(sent.getLast().amendment().orElseThrow().reason()));
    }

    @Test
    void keepsAnExistingReasonForTheStudent() throws Exception {
        held = theirs("v7", "", "");
        Choices shown = resolving(Resolution.Way.BOTH, "v7").amending(new Amendment("A page was missed.", true));
        assertThat(handBack(shown)).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().amendment()).as("a first result has no earlier one, so the note alone")
                .hasValueSatisfying(a -> assertThat(a.reason()).startsWith("Before, the record held no score of "));
        held = theirs("v9", "4", "");
        rewrite("A very careful plan.");
        assertThat(handBack(shown.resolving(Map.of(ADA, new Resolution(Resolution.Way.BOTH, "v9")))))
                .isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().amendment()).contains(new Amendment("A page was missed.", true));
    }

    /**
     * The response to our request was lost: the record contains our own work, recognised by what was noted before
     * sending.
     */
    @Test
    void doesNotMistakeItsOwnLostDeliveryForSomebodyElses() throws Exception {
        held = NOTHING;
        silent = true;
        assertThat(handBack(choices())).isInstanceOf(Outcome.Failed.class);
        silent = false;
        assertThat(handBack(choices())).isInstanceOfSatisfying(Outcome.Done.class,
                d -> assertThat(d.receipt().id()).isEqualTo("R-8"));
        assertThat(sent).as("it was there, so nothing was sent over it").hasSize(2);
        rewrite("Another word.");
        held = new HeldRecord("v12", "R-8", held.digest(), held.score(), held.at(), held.comment(), true,
                Optional.empty());
        assertThat(handBack(choices())).as("ours, though its tag is another").isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().knownTag()).isEqualTo("v12");
    }

    @Test
    void recordsWhatWasSentIfPlainFilesAreRefused() throws Exception {
        when(client.abilities()).thenReturn(Set.of());
        held = NOTHING;
        assertThat(handBack(choices())).isInstanceOfSatisfying(Outcome.Done.class,
                d -> assertThat(d.receipt().sent()).isEqualTo("score 7"));
        assertThat(sent.getLast().files()).isEmpty();
        assertThat(handBack(choices())).as("nothing has changed").isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(sent).hasSize(1);
    }

    @Test
    void sendsNothingIfTheSentLogIsUnreadable() throws Exception {
        Files.createDirectories(workspace.folder().root().resolve("sent.jsonl"));
        assertThat(handBack(choices())).isInstanceOf(Outcome.Failed.class);
        assertThat(sent).isEmpty();
    }
}

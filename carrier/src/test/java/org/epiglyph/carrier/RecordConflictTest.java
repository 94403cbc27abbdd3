package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.Amendment;
import org.epiglyph.exchange.record.HeldRecord;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A record that is not as it was when it was last handed back: what arrives there, and whose word stands. */
class RecordConflictTest extends HandedBackFixture {
    private static final Instant BEFORE = Instant.parse("2026-03-19T17:30:00Z");
    private final RecordClient client = mock(RecordClient.class);
    private final List<RecordClient.Parcel> sent = new ArrayList<>();
    private Workspace workspace;
    /** What the service holds; a parcel that names another tag is refused. */
    private HeldRecord held = theirs("v7", "5", "Resat in March.");
    private boolean silent;

    @BeforeEach
    void connect() throws Exception {
        workspace = Workspace.open(batch, CLOCK);
        when(client.address()).thenReturn("https://records.example.org");
        when(client.abilities()).thenReturn(Set.of(Ability.values()));
        when(client.held(any(), any())).thenAnswer(_ -> held);
        when(client.handBack(any(), any())).thenAnswer(call -> {
            RecordClient.Parcel parcel = call.getArgument(1);
            sent.add(parcel);
            if (!parcel.knownTag().equals(held.tag())) {
                throw mock(RecordClient.Conflict.class);
            }
            held = new HeldRecord("v8", "R-8", parcel.digest(), parcel.score(), Optional.of(CLOCK.instant()),
                    parcel.feedback(), false, Optional.empty());
            if (silent) {
                throw new IllegalStateException("no answer");
            }
            return new Receipt("R-8", CLOCK.instant(), parcel.digest(), "v8");
        });
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private static HeldRecord theirs(String tag, String score, String comment) {
        return new HeldRecord(tag, "R-" + tag, "", Optional.of(score).filter(s -> !s.isEmpty()).map(BigDecimal::new),
                Optional.of(BEFORE), comment, true, Optional.empty());
    }

    private Outcome handBack(Choices choices) throws Exception {
        return new HandingBack(workspace, CLOCK, choices).toRecord(client, "t", Progress.NONE).outcomes().getFirst();
    }

    private static Choices choices() {
        return new Choices("Marker", false, Profile.USUAL, Map.of());
    }

    private static Choices resolving(Resolution.Way way, String tag) {
        return choices().resolving(Map.of(ADA, new Resolution(way, tag)));
    }

    @Test
    void somebodyElsesWordIsShownBesideOursAndNothingIsReplaced() throws Exception {
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
    void oursGoesInTheirPlace() throws Exception {
        assertThat(handBack(resolving(Resolution.Way.OURS, "v7"))).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().knownTag()).isEqualTo("v7");
        assertThat(sent.getLast().amendment()).isEmpty();
        assertThat(workspace.batch().submission(ADA).handedBack()).isTrue();
        assertThat(workspace.batch().submission(ADA).receipt().orElseThrow().tag()).isEqualTo("v8");
    }

    @Test
    void theirsStandsUntilTheRecordChangesOnceMore() throws Exception {
        assertThat(handBack(resolving(Resolution.Way.THEIRS, ""))).isInstanceOf(Outcome.TheirsStand.class);
        assertThat(handBack(choices())).as("it is not asked again").isInstanceOf(Outcome.TheirsStand.class);
        held = theirs("v9", "6", "");
        assertThat(handBack(choices())).isInstanceOf(Outcome.Differs.class);
        assertThat(workspace.batch().submission(ADA).receipts()).isEmpty();
    }

    @Test
    void bothKeepsTheirsAsANoteThatTheStudentDoesNotSee() throws Exception {
        assertThat(handBack(resolving(Resolution.Way.BOTH, "v7"))).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().amendment()).hasValueSatisfying(a -> {
            assertThat(a.shown()).isFalse();
            assertThat(a.reason()).startsWith("Before, the record held 5 of ").endsWith(": Resat in March.");
        });
        assertThat(workspace.batch().submission(ADA).accepted()).as("in the batch too")
                .anySatisfy(a -> assertThat(a.thing()).isEqualTo(sent.getLast().amendment().orElseThrow().reason()));
    }

    @Test
    void aReasonThatTheStudentReadsIsLeftAsItIs() throws Exception {
        held = theirs("v7", "", "");
        Choices shown = resolving(Resolution.Way.BOTH, "v7").amending(new Amendment("A page was missed.", true));
        assertThat(handBack(shown)).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().amendment()).as("a first result has no earlier one, so the note alone")
                .hasValueSatisfying(a -> assertThat(a.reason()).startsWith("Before, the record held no score of "));
        held = theirs("v9", "4", "");
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.WriteOnTheWhole(ADA, "A very careful plan."));
        workspace.edit(new Edit.Seal(ADA));
        assertThat(handBack(shown.resolving(Map.of(ADA, new Resolution(Resolution.Way.BOTH, "v9")))))
                .isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().amendment()).contains(new Amendment("A page was missed.", true));
    }

    /** The answer to what we sent was lost: what the record holds is our own, and is known by what was noted before sending. */
    @Test
    void whatArrivedUnheardIsNotTakenForSomebodyElses() throws Exception {
        held = new HeldRecord("", "", "", Optional.empty(), Optional.empty(), "", false, Optional.empty());
        silent = true;
        assertThat(handBack(choices())).isInstanceOf(Outcome.Failed.class);
        silent = false;
        assertThat(handBack(choices())).isInstanceOfSatisfying(Outcome.Done.class,
                d -> assertThat(d.receipt().id()).isEqualTo("R-8"));
        assertThat(sent).as("it was there, so nothing was sent over it").hasSize(2);
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.WriteOnTheWhole(ADA, "Another word."));
        workspace.edit(new Edit.Seal(ADA));
        held = new HeldRecord("v12", "R-8", held.digest(), held.score(), held.at(), held.comment(), true,
                Optional.empty());
        assertThat(handBack(choices())).as("ours, though its tag is another").isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().knownTag()).isEqualTo("v12");
    }

    @Test
    void wherePlainFilesAreNotTakenTheReceiptSaysWhatWent() throws Exception {
        when(client.abilities()).thenReturn(Set.of());
        held = new HeldRecord("", "", "", Optional.empty(), Optional.empty(), "", false, Optional.empty());
        assertThat(handBack(choices())).isInstanceOfSatisfying(Outcome.Done.class,
                d -> assertThat(d.receipt().sent()).isEqualTo("score 7"));
        assertThat(sent.getLast().files()).isEmpty();
        assertThat(handBack(choices())).as("nothing has changed").isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(sent).hasSize(1);
    }

    @Test
    void whereWhatWasSentCannotBeReadNothingIsSent() throws Exception {
        Files.createDirectories(workspace.folder().root().resolve("sent.jsonl"));
        assertThat(handBack(choices())).isInstanceOf(Outcome.Failed.class);
        assertThat(sent).isEmpty();
    }
}

package org.epiglyph.carrier;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.HeldRecord;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;

/** One sealed submission and a record service that holds one record, in memory. */
abstract class RecordFixture extends HandedBackFixture {
    static final String ADDRESS = "https://records.example.org";
    static final HeldRecord NOTHING = new HeldRecord("", "", "", Optional.empty(), Optional.empty(), "", false,
            Optional.empty());
    static final Instant BEFORE = Instant.parse("2026-03-19T17:30:00Z");
    final RecordClient client = mock(RecordClient.class);
    final List<RecordClient.Parcel> sent = new ArrayList<>();
    Workspace workspace;
    /** The state of the service; a parcel that names another tag is refused. */
    HeldRecord held = theirs("v7", "5", "Resat in March.");
    boolean silent;

    @BeforeEach
    void connect() throws Exception {
        workspace = Workspace.open(batch, CLOCK);
        when(client.address()).thenReturn(ADDRESS);
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

    static HeldRecord theirs(String tag, String score, String comment) {
        return new HeldRecord(tag, "R-" + tag, "", Optional.of(score).filter(s -> !s.isEmpty()).map(BigDecimal::new),
                Optional.of(BEFORE), comment, true, Optional.empty());
    }

    final Outcome handBack(Choices choices) throws Exception {
        return new HandingBack(workspace, CLOCK, choices).toRecord(client, "t", Progress.NONE).outcomes().getFirst();
    }

    static Choices choices() {
        return new Choices("Marker", false, Profile.USUAL, Map.of());
    }

    /** As a marker does who has something to add. */
    final void rewrite(String text) {
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.WriteOnTheWhole(ADA, text));
        workspace.edit(new Edit.Seal(ADA));
    }
}

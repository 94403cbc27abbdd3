package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.exchange.record.Amendment;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** The options of a hand-back, and when a hand-back is complete. */
class ChoicesTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BAO = new StudentKey("K-2");
    private static final Choices USUAL = new Choices("Marker", false);

    @Test
    void aDecisionAppliesOnlyToTheStateOfTheRecordItWasMadeFor() {
        Choices decided = USUAL.resolving(Map.of(ADA, new Resolution(Resolution.Way.OURS, "v1")));
        assertThat(decided.resolution(ADA, "v1")).hasValue(Resolution.Way.OURS);
        assertThat(decided.resolution(ADA, "v2")).as("it has changed once more").isEmpty();
        assertThat(decided.resolution(BAO, "v1")).isEmpty();
        assertThat(decided.author()).isEqualTo("Marker");
        Choices whatever = USUAL.resolving(Map.of(ADA, new Resolution(Resolution.Way.BOTH, "")));
        assertThat(whatever.resolution(ADA, "v2")).hasValue(Resolution.Way.BOTH);
    }

    @Test
    void keepsWhatWasAcceptedAndWhy() {
        Choices accepting = new Choices("Marker", true, Map.of(ADA, Set.of(Outcome.Doubt.CERTIFIED)));
        assertThat(accepting.accepts(ADA, Outcome.Doubt.CERTIFIED)).isTrue();
        assertThat(accepting.accepts(ADA, Outcome.Doubt.ORIGINAL_CHANGED)).isFalse();
        assertThat(accepting.accepts(BAO, Outcome.Doubt.CERTIFIED)).isFalse();
        Amendment why = new Amendment("A page was overlooked.", true);
        assertThat(accepting.amending(why).amendment()).isEqualTo(Optional.of(why));
        assertThat(accepting.amending(why).accepted()).isEqualTo(accepting.accepted());
        assertThat(accepting.deciding(List.of("d2"))).containsExactly("plain", "without d2");
        assertThat(USUAL.deciding(List.of())).isEmpty();
    }
}

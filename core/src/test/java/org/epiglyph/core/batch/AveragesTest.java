package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.scoring.LatePenalty;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** Common practice, no source: not attempted is not 0 and is excluded from the criterion's average. */
class AveragesTest {
    private static Batch with(Edit... edits) {
        Batch batch = Batches.three();
        for (Edit edit : edits) {
            batch = batch.apply(edit);
        }
        return batch;
    }

    private static Edit score(org.epiglyph.core.roster.StudentKey student, String criterion, int points) {
        return new Edit.SetScore(student, criterion, Optional.of(BigDecimal.valueOf(points)));
    }

    @Test
    void countsZeroButNoOtherStanding() {
        assertThat(Averages.ofCriterion(Batches.three(), "c1")).isEmpty();
        Batch batch = with(score(Batches.ADA, "c1", 5), score(Batches.BAO, "c1", 0),
                new Edit.SetStanding(Batches.CARYS, "c1", Optional.of(Standing.NOT_ATTEMPTED)));
        assertThat(Averages.ofCriterion(batch, "c1")).hasValue(new Averages(new BigDecimal("2.50"), 2));
        assertThat(Averages.ofCriterion(batch.apply(
                new Edit.SetStanding(Batches.BAO, "c1", Optional.of(Standing.EXCUSED))), "c1"))
                .hasValue(new Averages(new BigDecimal("5.00"), 1));
    }

    /** Calculated by hand: 5 + 4 of 12 is 9; not attempted + 3 of 12 is 3; excused + 4 of 4 is 12; their mean is 8. */
    @Test
    void countsOnlyCompleteResults() {
        Batch batch = with(score(Batches.ADA, "c1", 5), score(Batches.ADA, "c2", 4),
                new Edit.SetStanding(Batches.BAO, "c1", Optional.of(Standing.NOT_ATTEMPTED)),
                score(Batches.BAO, "c2", 3), score(Batches.CARYS, "c2", 4));
        assertThat(Averages.ofResults(batch)).hasValue(new Averages(new BigDecimal("6.00"), 2));
        Batch all = batch.apply(new Edit.SetStanding(Batches.CARYS, "c1", Optional.of(Standing.EXCUSED)));
        assertThat(Averages.ofResults(all)).hasValue(new Averages(new BigDecimal("8.00"), 3));
    }

    /**
     * Calculated by hand: 6 of 12, two started days late at 10 percent of 12 each: 6 - 2.4. An extension makes it in
     * time.
     */
    @Test
    void latenessIncludesHandInGraceAndExtension() {
        HandIn late = new HandIn(2, Optional.of(Instant.parse("2026-03-14T19:00:00Z")), "",
                Batches.three().submission(Batches.ADA).documents());
        Batch batch = with(new Edit.ReceiveHandIn(Batches.ADA, late), score(Batches.ADA, "c1", 6),
                score(Batches.ADA, "c2", 0));
        Batch ruled = batch.apply(new Edit.ChangeScheme(batch.scheme()
                .withRules(batch.scheme()
                        .rules()
                        .withLateness(Optional.of(LatePenalty.each(Duration.ofDays(1), BigDecimal.TEN)))),
                List.of()));
        assertThat(ruled.result(Batches.ADA).value()).isEqualByComparingTo("3.6");
        Task task = ruled.task();
        Batch extended = ruled.apply(new Edit.ChangeTask(task.withTimes(task.due(), Duration.ZERO,
                java.util.Map.of(Batches.ADA, Instant.parse("2026-03-15T00:00:00Z")))));
        assertThat(extended.result(Batches.ADA).value()).isEqualByComparingTo("6");
        Batch graced = ruled.apply(new Edit.ChangeTask(task.withTimes(task.due(), Duration.ofHours(30),
                java.util.Map.of())));
        assertThat(graced.result(Batches.ADA).value()).isEqualByComparingTo("6");
    }
}

package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.scoring.Judgement;
import org.junit.jupiter.api.Test;

class DifferenceTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private final History history = new History(Batches.three());

    private void record(Edit edit) {
        history.record(edit, NOW);
    }

    private static Edit score(String criterion, int points) {
        return new Edit.Judge(Batches.ADA, criterion, Judgement.of(BigDecimal.valueOf(points)));
    }

    private void handBack() {
        record(new Edit.Seal(Batches.ADA));
        record(new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("R", NOW, "d", "v"))));
    }

    private Optional<Difference> difference() {
        Batch batch = history.batch();
        return Difference.since(batch, history.collected(), history.lines(), Batches.ADA);
    }

    @Test
    void countsChangesSinceHandingBackButNoPrivateOnes() {
        record(score("c1", 5));
        record(score("c2", 1));
        record(new Edit.PlaceMark(Batches.ADA, Batches.note("stays", "d1", 0, "a")));
        record(new Edit.PlaceMark(Batches.ADA, Batches.note("goes", "d1", 0, "b")));
        record(new Edit.PlaceMark(Batches.ADA, Batches.note("changes", "d1", 0, "c")));
        assertThat(difference()).as("never handed back").isEmpty();
        handBack();
        Difference same = difference().orElseThrow();
        assertThat(same.isNone(Feedback.text(history.batch(), history.batch().submission(Batches.ADA)))).isTrue();
        record(new Edit.OpenAgain(Batches.ADA));
        record(score("c2", 3));
        record(new Edit.RemoveMark(Batches.ADA, "goes"));
        record(new Edit.ChangeMark(Batches.ADA, Batches.note("changes", "d1", 0, "otherwise")));
        record(new Edit.PlaceMark(Batches.ADA, Batches.note("comes", "d1", 1, "d")));
        record(new Edit.PlaceMark(Batches.ADA, Batches.note("hidden", "d1", 1, "e")
                .withRemark(Remark.of("e").withAudience(Audience.PRIVATE))));
        record(new Edit.WritePrivately(Batches.ADA, "hm"));
        Difference now = difference().orElseThrow();
        assertThat(now.at()).isEqualTo(NOW);
        assertThat(now.before()).isEqualByComparingTo("6");
        assertThat(now.now()).isEqualByComparingTo("8");
        assertThat(now.added()).isEqualTo(1);
        assertThat(now.removed()).isEqualTo(1);
        assertThat(now.changed()).isEqualTo(1);
        assertThat(now.feedback()).contains("Units: 1 of 4");
    }

    @Test
    void countsReceiptsRecordedTogether() {
        record(score("c1", 5));
        record(score("c2", 1));
        record(new Edit.Seal(Batches.ADA));
        record(new Edit.Together(List.of(
                new Edit.RecordReceipt(Batches.BAO, Optional.of(new Receipt("B", Instant.EPOCH, "d", "v"))),
                new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("R", Instant.EPOCH, "d", "v"))),
                new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("S", NOW, "d", "w"))))));
        assertThat(difference().orElseThrow().at()).as("the last one").isEqualTo(NOW);
    }

    @Test
    void detectsEachKindOfChange() {
        record(score("c1", 5));
        record(score("c2", 1));
        record(new Edit.PlaceMark(Batches.ADA, Batches.note("there", "d1", 0, "a")));
        handBack();
        record(new Edit.OpenAgain(Batches.ADA));
        String told = difference().orElseThrow().feedback();
        assertThat(difference().orElseThrow().isNone(told)).isTrue();
        assertThat(difference().orElseThrow().isNone(told + "!")).isFalse();
        for (Edit edit : List.of(new Edit.PlaceMark(Batches.ADA, Batches.note("comes", "d1", 0, "")),
                new Edit.ChangeMark(Batches.ADA, Batches.note("there", "d1", 0, "b")),
                new Edit.RemoveMark(Batches.ADA, "there"), score("c1", 6))) {
            record(edit);
            assertThat(difference().orElseThrow().isNone(told)).as(edit.toString()).isFalse();
            history.undo(Optional.empty(), NOW);
        }
    }
}

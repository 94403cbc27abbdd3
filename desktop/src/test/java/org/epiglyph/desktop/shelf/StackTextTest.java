package org.epiglyph.desktop.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.workspace.ShelfNote;
import org.epiglyph.workspace.Summary;
import org.junit.jupiter.api.Test;

/** What the shelf says about batches, their groups and their order. */
class StackTextTest {
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-12-01T09:00:00Z"), ZoneOffset.UTC);
    private static final Instant DUE = Instant.parse("2026-11-20T18:00:00Z");

    /** Of 26 students, 24 of whom handed something in. */
    private static Summary summary(int scored, int sealed, int handedBack, int left, int pages, int newer) {
        return new Summary("Tides", "Passages", Optional.of(DUE), 26, 24, scored, sealed, handedBack, left, pages,
                newer,
                Optional.of(Duration.ofMinutes(8)), "");
    }

    private static BatchLine line(Summary summary) {
        return new BatchLine(Path.of("shelf", "Tides"), Optional.of(summary), ShelfNote.NONE, "", "");
    }

    private static String figures(Summary summary) {
        return StackText.figures(line(summary)).replace('\u00a0', ' ');
    }

    @Test
    void showsRemainingPagesAndTimeIncludingPendingPages() {
        assertThat(figures(summary(12, 10, 4, 12, 36, 1)))
                .isEqualTo(
                        "12 left, 36 pages  \u00b7  about 1 h 36 min  \u00b7  6 sealed, held  \u00b7  4 handed back  "
                                + "\u00b7  newer work from 1");
        assertThat(figures(summary(0, 0, 0, 24, 0, 0))).startsWith("24 left  \u00b7  about ");
        assertThat(figures(summary(24, 0, 0, 0, 0, 0))).isEqualTo("24 of 26 scored");
        assertThat(figures(new Summary("T", "", Optional.empty(), 26, 0, 0, 0, 0, 0, 0, 0, Optional.empty(), "")))
                .isEqualTo("nothing received from 26 students");
    }

    @Test
    void explainsAnUnreadableOrDamagedBatch() {
        BatchLine gone = new BatchLine(Path.of("shelf", "Tides"), Optional.empty(), ShelfNote.NONE, "",
                "It cannot be opened.");
        assertThat(StackText.figures(gone)).isEqualTo("It cannot be opened.");
        assertThat(List.of(gone.title(), gone.course(), gone.isFresh(), gone.isSound()))
                .containsExactly("Tides", "", false, false);
        BatchLine damaged = new BatchLine(Path.of("shelf", "Tides"), Optional.of(summary(0, 0, 0, 24, 9, 0)),
                ShelfNote.NONE, "One line is not whole.", "");
        assertThat(StackText.figures(damaged)).contains("One line is not whole.");
    }

    @Test
    void showsCoursePromiseAndDueTimeBelow() {
        BatchLine line = line(summary(0, 0, 0, 24, 9, 0));
        assertThat(StackText.below(line, CLOCK)).isEqualTo("Passages  \u00b7  due 20 Nov, 18:00");
        assertThat(StackText.below(line.withNote(ShelfNote.NONE.withPromised(Optional.of(LocalDate.of(2026, 12, 4)))),
                CLOCK)).isEqualTo("Passages  \u00b7  promised for Fri 4 Dec  \u00b7  due 20 Nov, 18:00");
        assertThat(StackText.below(line.withNote(ShelfNote.NONE.withPromised(Optional.of(LocalDate.of(2026, 11, 30)))),
                CLOCK)).contains("was promised for Mon 30 Nov");
    }

    @Test
    void movesABatchBetweenGroupsAsItIsMarked() {
        assertThat(Stream.of(summary(0, 0, 0, 24, 9, 0), summary(23, 23, 0, 1, 2, 0), summary(24, 24, 0, 0, 0, 0),
                summary(24, 24, 20, 0, 0, 0), summary(24, 24, 24, 0, 0, 0)).map(s -> line(s).group()))
                .containsExactly(BatchLine.Group.TO_MARK, BatchLine.Group.TO_MARK, BatchLine.Group.TO_HAND_BACK,
                        BatchLine.Group.TO_HAND_BACK, BatchLine.Group.HANDED_BACK);
        BatchLine done = line(summary(24, 24, 24, 0, 0, 0)).withNote(ShelfNote.NONE.withArchived(true));
        assertThat(done.group()).isEqualTo(BatchLine.Group.ARCHIVED);
        assertThat(line(summary(0, 0, 0, 24, 9, 0)).isFresh()).isTrue();
        assertThat(line(summary(1, 0, 0, 23, 9, 0)).isFresh()).isFalse();
    }

    @Test
    void ordersByPromiseAndThenByDueTime() {
        BatchLine late = line(summary(0, 0, 0, 24, 9, 0));
        BatchLine promised = late.withNote(
                new ShelfNote(Optional.of(LocalDate.of(2027, 1, 1)), false, BigDecimal.ONE));
        BatchLine never = line(
                new Summary("A", "", Optional.empty(), 26, 24, 0, 0, 0, 24, 9, 0, Optional.empty(), ""));
        assertThat(Stream.of(never, late, promised).sorted(BatchLine.ORDER)).containsExactly(promised, late, never);
    }

    @Test
    void ordersTitlesByTheirNumbers() {
        List<BatchLine> lines = Stream.of("Plan 10", "plan 2", "Plan 101")
                .map(t -> line(new Summary(t, "", Optional.empty(), 1, 1, 0, 0, 0, 1, 1, 0, Optional.empty(), "")))
                .toList();
        assertThat(lines.stream().sorted(BatchLine.ORDER).map(BatchLine::title)).containsExactly("plan 2", "Plan 10",
                "Plan 101");
    }
}

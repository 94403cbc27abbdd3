package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.markbook.Selection;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.settings.BookHabit;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The cursor of the mark book, and commands on the selected cells. */
class SheetCursorTest {
    private static final Column METHOD = new Column.OfCriterion("c1");
    private static final Column UNITS = new Column.OfCriterion("c2");
    @TempDir
    private Path folder;
    private Workspace workspace;
    private BookModel model;
    private SheetCursor cursor;

    @BeforeEach
    void open() throws Exception {
        workspace = Workspace.open(SmallBatch.make(folder).folder(), Clock.systemUTC());
        score("c1", "2");
        model = new BookModel(workspace, BookHabit.FRESH, SerialExecutor.thread());
        cursor = new SheetCursor(model);
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private void score(String criterion, String points) {
        workspace.edit(new Edit.SetScore(SmallBatch.TYPED, criterion, Optional.of(new BigDecimal(points))));
    }

    @Test
    void startsAtTheFirstScoreAndStaysWithItsStudent() {
        assertThat(cursor.column()).contains(METHOD);
        assertThat(cursor.student()).contains(SmallBatch.TYPED);
        workspace.edit(new Edit.SetScore(SmallBatch.TWICE, "c1", Optional.of(new BigDecimal("7"))));
        model.orderBy(Order.ROSTER.first(METHOD, true));
        cursor.relocate();
        assertThat(cursor.student()).contains(SmallBatch.TYPED);
        assertThat(cursor.at().row()).isEqualTo(1);
        model.select(Selection.EVERYBODY.withLetters("cem"));
        cursor.relocate();
        assertThat(cursor.student()).contains(SmallBatch.TWICE);
        model.select(Selection.EVERYBODY.withLetters("nobody at all"));
        cursor.relocate();
        assertThat(cursor.isEmpty()).isTrue();
        assertThat(cursor.spoken()).startsWith("Nobody is shown here.");
        assertThat(cursor.copied()).isEmpty();
        assertThat(cursor.filled().places()).isEmpty();
    }

    @Test
    void fillsSeveralColumnsInOneEdit() {
        score("c2", "5");
        Range now = cursor.at();
        cursor.choose(now.to(2, now.column() + 1));
        ScorePlan plan = cursor.filled();
        assertThat(plan.changes()).hasSize(4);
        model.execute(plan);
        assertThat(workspace.batch().submission(SmallBatch.TWICE).scores().score("c2")).contains(new BigDecimal("5"));
        assertThat(cursor.copied()).isEqualTo("2\t5\n2\t5\n2\t5");
        model.undo();
        assertThat(workspace.batch().submission(SmallBatch.TWICE).scores().isEmpty()).isTrue();
        assertThat(workspace.batch().submission(SmallBatch.SCANNED).scores().isEmpty()).isTrue();
    }

    @Test
    void movesDownOrRightByChoice() {
        cursor.advance(false);
        assertThat(cursor.student()).contains(SmallBatch.SCANNED);
        model.habitProperty().set(model.habitProperty().get().withEnterRight(true));
        cursor.advance(false);
        assertThat(cursor.column()).contains(UNITS);
        cursor.advance(true);
        assertThat(cursor.column()).contains(METHOD);
        assertThat(cursor.below()).isEqualTo(List.of(SmallBatch.SCANNED, SmallBatch.TWICE));
    }
}

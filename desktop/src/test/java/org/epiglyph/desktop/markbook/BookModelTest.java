package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Condition;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.markbook.Selection;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.settings.BookHabit;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Filters, sorting and undo of the mark book, without a window. */
class BookModelTest {
    private static final Column METHOD = new Column.OfCriterion("c1");
    private static final Selection AGAIN = Selection.EVERYBODY.withConditions(EnumSet.of(Condition.LOOK_AGAIN));
    @TempDir
    private Path folder;
    private Workspace workspace;
    private BookModel model;

    @BeforeEach
    void open() throws Exception {
        workspace = Workspace.open(SmallBatch.make(folder).folder(), Clock.systemUTC());
        model = new BookModel(workspace, BookHabit.FRESH, SerialExecutor.thread());
    }

    @AfterEach
    void close() throws Exception {
        model.close();
        workspace.close();
    }

    private static Edit score(StudentKey student, String points) {
        return new Edit.SetScore(student, "c1", Optional.of(new BigDecimal(points)));
    }

    @Test
    void keepsRowsInPlaceWhileScoring() {
        model.orderBy(Order.ROSTER.first(METHOD, true));
        model.edit(score(SmallBatch.TWICE, "7"));
        assertThat(model.rows()).containsExactly(SmallBatch.TYPED, SmallBatch.SCANNED, SmallBatch.TWICE);
        assertThat(model.isOutOfOrder()).isTrue();
        model.arrange();
        assertThat(model.rows().getFirst()).isEqualTo(SmallBatch.TWICE);
        assertThat(model.isOutOfOrder()).isFalse();
    }

    @Test
    void rosterOrderIsNeverOutdated() {
        model.edit(score(SmallBatch.TWICE, "7"));
        assertThat(model.isOutOfOrder()).isFalse();
    }

    @Test
    void showsStudentsToReviewOnceKnownAndSaysWhenOutdated() {
        model.select(AGAIN);
        assertThat(model.rows()).as("not known yet").isEmpty();
        model.lookAgain(Set.of(SmallBatch.SCANNED), workspace.batch());
        assertThat(model.rows()).containsExactly(SmallBatch.SCANNED);
        model.lookAgain(Set.of(SmallBatch.SCANNED, SmallBatch.TYPED), workspace.batch());
        assertThat(model.rows()).as("no row comes under the hand").containsExactly(SmallBatch.SCANNED);
        assertThat(model.isOutOfOrder()).isTrue();
        assertThat(model.counts().count(Condition.LOOK_AGAIN)).contains(2);
        int changes = model.changesProperty().get();
        model.lookAgain(Set.of(SmallBatch.SCANNED, SmallBatch.TYPED), workspace.batch());
        assertThat(model.changesProperty().get()).as("nothing new").isEqualTo(changes);
    }

    @Test
    void sortsByWordCountsAndDetectsOutdatedOrder() {
        model.habitProperty().set(model.habitProperty().get().with(Column.Fact.WORDS, true));
        int words = model.columns().indexOf(Column.Fact.WORDS);
        model.orderBy(Order.ROSTER.first(Column.Fact.WORDS, true));
        assertThat(model.cell(0, words).text()).isEmpty();
        model.learnWordCounts(Map.of("d1", 40, "d2", 10));
        model.learnWordCounts(Map.of("d4", 90));
        assertThat(model.cell(0, words).text()).isEqualTo("40");
        assertThat(model.isOutOfOrder()).isTrue();
        model.arrange();
        assertThat(model.rows()).containsExactly(SmallBatch.TWICE, SmallBatch.TYPED, SmallBatch.SCANNED);
    }

    @Test
    void dropsColumnsThatThisBatchDoesNotHave() {
        Order order = new Order(List.of(new Order.By(new Column.OfCriterion("elsewhere"), true),
                new Order.By(new Column.OfSection("nowhere"), true), new Order.By(METHOD, true)));
        model.show(new SavedList("best", Selection.EVERYBODY.withLetters("c"), order));
        assertThat(model.order().by()).containsExactly(new Order.By(METHOD, true));
        assertThat(model.rows()).as("Scanned, Cem").containsExactly(SmallBatch.SCANNED, SmallBatch.TWICE);
        assertThat(model.named("kept").selection().letters()).isEqualTo("c");
    }

    @Test
    void undoReversesEditsMadeHereAndNamesTheStudent() {
        model.edit(score(SmallBatch.TYPED, "4"));
        model.edit(new Edit.Together(List.of(score(SmallBatch.SCANNED, "5"), score(SmallBatch.TWICE, "6"))));
        model.undo();
        assertThat(workspace.batch().submission(SmallBatch.SCANNED).scores().score("c1")).isEmpty();
        assertThat(workspace.batch().submission(SmallBatch.TYPED).scores().score("c1")).isPresent();
        model.undo();
        assertThat(workspace.batch().submission(SmallBatch.TYPED).scores().score("c1")).isEmpty();
        assertThat(model.noticeProperty().get()).contains("Ada Typed");
        model.undo();
        assertThat(model.noticeProperty().get()).isNotBlank();
    }

    @Test
    void explainsARefusalAndChangesNothing() {
        model.execute(ScorePlan.typed(workspace.batch(), SmallBatch.TYPED, METHOD, "99"));
        assertThat(model.noticeProperty().get()).contains("99");
        assertThat(workspace.batch().submission(SmallBatch.TYPED).scores().isEmpty()).isTrue();
        assertThat(model.edit(new Edit.Seal(SmallBatch.TYPED))).as("nothing is scored").isFalse();
        assertThat(model.noticeProperty().get()).isNotBlank();
    }

    @Test
    void aClosedModelIgnoresEvents() {
        int changes = model.changesProperty().get();
        model.close();
        workspace.edit(score(SmallBatch.TYPED, "4"));
        assertThat(model.changesProperty().get()).isEqualTo(changes);
    }
}

package org.epiglyph.desktop.markbook;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.markbook.Cell;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Condition;
import org.epiglyph.core.markbook.Context;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.markbook.Selection;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.desktop.frame.Notice;
import org.epiglyph.desktop.frame.Saving;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.Steps;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.settings.BookHabit;
import org.epiglyph.workspace.Workspace;
import org.epiglyph.workspace.WorkspaceObserver;

/**
 * What the mark book shows and can do, without any node. The students and their order are determined when they are
 * chosen and stay while scores are typed, so that no row moves away from the hand. For the interface thread.
 */
public final class BookModel implements WorkspaceObserver {
    private static final int MOST_KNOWN = 200;
    private final Workspace workspace;
    private final ObjectProperty<BookHabit> habit;
    private final Set<String> folded = new HashSet<>();
    private final List<Optional<StudentKey>> acts = new ArrayList<>();
    private final Notice notice = new Notice();
    private final Saving saving = new Saving();
    private final ReadOnlyIntegerWrapper changes = new ReadOnlyIntegerWrapper();
    private final Map<StudentKey, Known> known = new LinkedHashMap<>(MOST_KNOWN, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<StudentKey, Known> eldest) {
            return size() > MOST_KNOWN;
        }
    };
    private Selection selection = Selection.EVERYBODY;
    private Order order = Order.ROSTER;
    private Batch batch;
    private Context context = Context.NONE;
    private final BookCounts counts;
    private List<StudentKey> rows = List.of();
    private List<Column> columns = List.of();
    private boolean outOfOrder;
    private boolean looked;

    /**
     * @param habit    the marker's preferences for the mark book
     * @param executor counts in the background
     */
    public BookModel(Workspace workspace, BookHabit habit, SerialExecutor executor) {
        this.workspace = workspace;
        this.habit = new SimpleObjectProperty<>(habit);
        this.batch = workspace.batch();
        this.counts = new BookCounts(executor, () -> new BookCounts.Of(batch, rows, columns, context), this::changed);
        arrange();
        this.habit.addListener((_, before, now) -> {
            if (!before.facts().equals(now.facts())) {
                arrange();
            }
        });
        workspace.observe(this);
    }

    Workspace workspace() {
        return workspace;
    }

    Batch batch() {
        return batch;
    }

    /** Incremented whenever what is visible changes. */
    ReadOnlyIntegerProperty changesProperty() {
        return changes.getReadOnlyProperty();
    }

    /** Why the last act could not be done, or what it did; else empty. */
    ReadOnlyStringProperty noticeProperty() {
        return notice.textProperty();
    }

    void refuse(String why) {
        notice.refuse(why);
    }

    /** Reports what was done if it cannot be seen. */
    void report(String what) {
        notice.report(what);
    }

    Notice notice() {
        return notice;
    }

    public ObjectProperty<BookHabit> habitProperty() {
        return habit;
    }

    // --- who is shown

    /** The students shown, in order. */
    List<StudentKey> rows() {
        return rows;
    }

    /** All columns after the name, from left to right. */
    List<Column> columns() {
        return columns;
    }

    /** The counts over everything shown. */
    BookCounts counts() {
        return counts;
    }

    /** What is known besides the batch. */
    Context context() {
        return context;
    }

    Selection selection() {
        return selection;
    }

    Order order() {
        return order;
    }

    /** True if edits may have put rows out of order, or out of the selection. */
    boolean isOutOfOrder() {
        return outOfOrder && (!order.equals(Order.ROSTER) || !selection.equals(Selection.EVERYBODY));
    }

    void select(Selection other) {
        selection = other;
        arrange();
    }

    void orderBy(Order other) {
        order = other;
        arrange();
    }

    /** Shows a saved list. */
    void show(SavedList list) {
        selection = list.selection();
        order = new Order(list.order().by().stream().filter(b -> isHere(b.column())).toList());
        arrange();
    }

    /** A list may come from another batch, whose scheme has other criteria. */
    private boolean isHere(Column column) {
        return switch (column) {
            case Column.OfCriterion(String id) -> batch.scheme().findCriterion(id).isPresent();
            case Column.OfSection(String id) -> batch.scheme().findSection(id).isPresent();
            case Column.Fact _,Column.Drawn _ -> true;
        };
    }

    /** The present selection and order, under a name. */
    SavedList named(String name) {
        return new SavedList(name, selection, order);
    }

    /** Folds a section of the scheme to its sum, or unfolds it. */
    void fold(String section) {
        if (!folded.remove(section)) {
            folded.add(section);
        }
        arrange();
    }

    boolean isFolded(String section) {
        return folded.contains(section);
    }

    /** Updates who is shown, and in which order. */
    void arrange() {
        MarkScheme scheme = batch.scheme();
        List<Column> all = new ArrayList<>();
        List<Column.Fact> facts = habit.get().facts();
        facts.stream().filter(BookHabit::isBeforeCriteria).forEach(all::add);
        all.addAll(Column.of(scheme, folded));
        facts.stream().filter(f -> !BookHabit.isBeforeCriteria(f)).forEach(all::add);
        columns = List.copyOf(all);
        known.clear();
        rows = order.of(batch, selection.in(batch, context), context)
                .stream()
                .map(s -> s.student().key())
                .toList();
        counts.recompute();
        outOfOrder = false;
        changed();
    }

    /** Receives the students with open findings; a list of those is updated when they are first known. */
    void lookAgain(Set<StudentKey> students, Batch seen) {
        boolean first = !looked;
        looked = true;
        if (seen.submissions().size() != batch.submissions().size()
                || !first && students.equals(context.again())) {
            return;
        }
        context = context.withAgain(students);
        counts.recompute();
        boolean concerned = selection.conditions().contains(Condition.LOOK_AGAIN);
        if (first && concerned) {
            arrange();
        } else {
            outOfOrder |= concerned;
            changed();
        }
    }

    /** Receives the word counts of further documents. */
    void learnWordCounts(Map<String, Integer> more) {
        Map<String, Integer> all = new HashMap<>(context.wordCounts());
        all.putAll(more);
        context = context.withWordCounts(all);
        counts.recompute();
        known.clear();
        outOfOrder |= order.by().stream().anyMatch(b -> b.column() == Column.Fact.WORDS);
        changed();
    }

    /** True if word counts are visible. */
    boolean showsWordCounts() {
        return habit.get().facts().contains(Column.Fact.WORDS);
    }

    private void changed() {
        changes.set(changes.get() + 1);
    }

    Submission submission(int row) {
        return batch.submission(rows.get(row));
    }

    Cell cell(int row, int column) {
        Submission submission = submission(row);
        Known there = known.get(submission.student().key());
        if (there == null || there.of != submission) {
            there = new Known(submission,
                    columns.stream().map(c -> c.cell(batch, submission, context)).toList());
            known.put(submission.student().key(), there);
        }
        return there.cells.get(column);
    }

    /** The cells of a row, valid as long as the submission is the same; cached for recently visible rows. */
    private record Known(Submission of, List<Cell> cells) {}

    // --- what is changed

    /** Makes a plan's changes as one act; reports what was refused. */
    void execute(ScorePlan plan) {
        List<ScorePlan.Refused> refused = plan.refused();
        plan.edit().ifPresentOrElse(this::edit, () -> notice.clear());
        if (!refused.isEmpty()) {
            notice.refuse(refused.size() == 1
                    ? UiText.of("MarkBook.refused", refused.getFirst().where(), refused.getFirst().why())
                    : UiText.of("MarkBook.refusedMany", refused.size(), refused.getFirst().where(),
                            refused.getFirst().why()));
        }
    }

    /** Makes an edit; if it is refused, the notice says why. True if it was made. */
    boolean edit(Edit edit) {
        try {
            workspace.edit(edit);
            acts.add(edit.scope());
            notice.clear();
            return true;
        } catch (EditRefused e) {
            notice.refuse(e.getMessage());
            return false;
        }
    }

    /** Undoes the last act that was done here; then the last one that concerned several students. */
    void undo() {
        Optional<StudentKey> scope = acts.isEmpty() ? Optional.empty() : acts.removeLast();
        Steps.Outcome outcome = Steps.run(skipped -> workspace.undo(scope, skipped));
        String done = scope.map(s -> UiText.of("MarkBook.undone", batch.listedName(s)))
                .orElse(UiText.of("MarkBook.undoneMany"));
        String text = outcome.refusal().isEmpty()
                ? outcome.done() ? done : UiText.of("MarkBook.nothingToUndo")
                : outcome.refusal();
        String said = (text + " " + outcome.skipped()).strip();
        if (outcome.refusal().isEmpty() && outcome.done()) {
            notice.report(said);
        } else {
            notice.refuse(said);
        }
    }

    /** Undo starts afresh: what was done elsewhere since is not undone from here. */
    void forgetActs() {
        acts.clear();
    }

    /** Whether changes are saved. */
    Saving saving() {
        return saving;
    }

    @Override
    public void saved(long number, Instant at) {
        saving.saved(at, ZoneId.systemDefault());
    }

    @Override
    public void notSaved(Problem problem) {
        saving.notSaved();
    }

    @Override
    public void changed(Entry entry, Batch after) {
        Batch before = batch;
        batch = after;
        Optional<Set<StudentKey>> students = entry.edit().students();
        boolean same = before.scheme() == after.scheme() && before.task() == after.task()
                && before.submissions().size() == after.submissions().size();
        if (students.isPresent() && same) {
            counts.follow(before, after, students.get());
            outOfOrder |= !students.get().isEmpty();
            changed();
        } else {
            arrange();
        }
    }

    /** Stops observing the batch. */
    public void close() {
        workspace.forget(this);
    }
}

package org.epiglyph.desktop.marking;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executor;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Notice;
import org.epiglyph.desktop.frame.Saving;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.settings.PageSpace;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.workspace.Workspace;
import org.epiglyph.workspace.WorkspaceObserver;

/**
 * What the desk knows and can do, without any node: the batch, the student whose work is on the desk, the current mark,
 * the pen case. Every change goes through {@link #edit}. For the interface thread.
 */
public final class DeskModel implements WorkspaceObserver {
    private final Workspace workspace;
    private final Settings settings;
    private final Clock clock;
    private final Executor onInterface;
    private final Executor keeping;
    private final ReadOnlyObjectWrapper<Batch> batch = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Submission> submission = new ReadOnlyObjectWrapper<>();
    private final Saving saving = new Saving();
    private final Notice notice = new Notice();
    private final PageSizes pageSizes = new PageSizes();
    private final Chosen chosen = new Chosen(this);
    private final Writing writing = new Writing(this);
    private final Scores scores = new Scores(this);
    private final Placing placing = new Placing(this);
    private final Past past = new Past(this);
    private final Walk walk = new Walk(this);
    private final Progress progress;
    private final ReadOnlyObjectWrapper<PenCase> penCase = new ReadOnlyObjectWrapper<>();
    private final ObjectProperty<Optional<Integer>> shownHandIn = new SimpleObjectProperty<>(Optional.empty());
    private StudentKey student;
    private long lastEdit;

    /**
     * @param workspace   the open batch
     * @param progress    how far its submissions are
     * @param onInterface runs tasks on the interface thread
     * @param keeping     saves settings, one after the other in order
     */
    public DeskModel(Workspace workspace, Progress progress, Settings settings, Clock clock, Executor onInterface,
            Executor keeping) {
        this.workspace = workspace;
        this.progress = progress;
        this.settings = settings;
        this.clock = clock;
        this.onInterface = onInterface;
        this.keeping = keeping;
        batch.set(workspace.batch());
        student = walk.first().orElseThrow(() -> new IllegalArgumentException("A batch without students"));
        submission.set(batch.get().submission(student));
        batch.get().scheme().criteria().stream().findFirst().ifPresent(c -> scores.criterionProperty().set(c.id()));
        penCase.set(settings.penCase());
        workspace.observe(this);
    }

    /** How far each submission of the class is. */
    public Progress progress() {
        return progress;
    }

    public ReadOnlyObjectProperty<Batch> batchProperty() {
        return batch.getReadOnlyProperty();
    }

    /** The submission on the desk, as it is now. */
    public ReadOnlyObjectProperty<Submission> submissionProperty() {
        return submission.getReadOnlyProperty();
    }

    /** Whether changes are saved. */
    public Saving saving() {
        return saving;
    }

    /** The last thing that could not be done and why; empty after the next one that could. */
    public ReadOnlyStringProperty noticeProperty() {
        return notice.textProperty();
    }

    /** Keeps marks on their pages. */
    public PageSizes pageSizes() {
        return pageSizes;
    }

    /** The selected marks, and what can be done with them. */
    public Chosen chosen() {
        return chosen;
    }

    /** The remark being written. */
    public Writing writing() {
        return writing;
    }

    /** The scores of the submission on the desk. */
    public Scores scores() {
        return scores;
    }

    /** Places phrases. */
    public Placing placing() {
        return placing;
    }

    /** Undo, redo, and earlier states. */
    public Past past() {
        return past;
    }

    /** Navigation from student to student. */
    public Walk walk() {
        return walk;
    }

    /** Shows a state of the submission on the desk, without changing anything. */
    void show(Submission state) {
        submission.set(state);
    }

    public ReadOnlyObjectProperty<PenCase> penCaseProperty() {
        return penCase.getReadOnlyProperty();
    }

    public Workspace workspace() {
        return workspace;
    }

    public Submission submission() {
        return submission.get();
    }

    public Batch batch() {
        return batch.get();
    }

    public ZoneId zone() {
        return batch.get().task().zone();
    }

    // --- who lies on the desk

    /** Opens another student's submission. */
    public void open(StudentKey key) {
        writing.finish();
        past.forget();
        student = key;
        chosen.none();
        notice.clear();
        scores.forgetPointer();
        shownHandIn.set(Optional.empty());
        submission.set(batch.get().submission(key));
    }

    /** Number of the hand-in that is shown; empty for the one that counts. */
    public ObjectProperty<Optional<Integer>> shownHandInProperty() {
        return shownHandIn;
    }

    /** The hand-in that is shown; empty if nothing was received. */
    public Optional<HandIn> shownHandIn() {
        return submission.get()
                .handIns()
                .stream()
                .filter(h -> shownHandIn.get().equals(Optional.of(h.number())))
                .findFirst()
                .or(() -> submission.get().current());
    }

    /** Makes the hand-in that is shown count, or the newest again if that is shown. */
    public void letShownCount() {
        shownHandIn().ifPresent(h -> {
            boolean newest = submission.get().handIns().getLast().number() == h.number();
            if (edit(new Edit.LetCount(student, newest ? Optional.empty() : Optional.of(h.number())))) {
                shownHandIn.set(Optional.empty());
            }
        });
    }

    /** Reports why something cannot be done, or what is still to be done for it. */
    public void refuse(String why) {
        notice.refuse(why);
    }

    /** Reports what was done if it cannot be seen. */
    public void report(String what) {
        notice.report(what);
    }

    public Notice notice() {
        return notice;
    }

    /** The position of the student on the desk in the roll, from 0. */
    public int position() {
        return batch.get().position(student);
    }

    // --- changing things

    /** Makes an edit; if it is refused, the notice says why. True if it was made. */
    public boolean edit(Edit edit) {
        if (past.isLookedAt()) {
            notice.refuse(UiText.of("Desk.earlierRefuses"));
            return false;
        }
        try {
            workspace.edit(edit);
            notice.clear();
            return true;
        } catch (EditRefused e) {
            notice.refuse(e.getMessage());
            return false;
        }
    }

    /** Key of the student whose work is on the desk. */
    public StudentKey student() {
        return student;
    }

    /** A head for a new mark with the ink and the meaning of the slot in hand. */
    public Head newHead(PageRef page, int turn) {
        return newHead(penCase.get().current(), page, turn);
    }

    /** A head for a new mark with the ink and the meaning of the slot that the hand began with. */
    public Head newHead(Slot slot, PageRef page, int turn) {
        return new Head(newId(), page, slot.ink(), turn, Remark.NONE, "", slot.meaning());
    }

    static String newId() {
        return UUID.randomUUID().toString();
    }

    /** Puts a mark on its page and selects it. */
    public boolean place(Mark mark) {
        return place(List.of(mark));
    }

    /** Puts marks on their pages as one act and selects them; true if that was possible. */
    public boolean place(List<? extends Mark> marks) {
        for (Mark mark : marks) {
            String document = mark.page().document();
            boolean counts = submission.get().documents().stream().anyMatch(d -> d.id().equals(document));
            if (!counts) {
                notice.refuse(UiText.of(
                        submission.get().findDocument(document).isPresent() ? "Desk.olderHandIn" : "Desk.notTheirs"));
                return false;
            }
        }
        List<Edit> edits = marks.stream().<Edit>map(m -> new Edit.PlaceMark(student, m)).toList();
        boolean placed = !edits.isEmpty() && edit(edits.size() == 1 ? edits.getFirst() : new Edit.Together(edits));
        if (placed) {
            chosen.choose(marks.stream().map(Mark::id).toList());
        }
        return placed;
    }

    public void change(Mark mark) {
        edit(new Edit.ChangeMark(student, mark));
    }

    /** Removes one mark, selected or not. */
    public void remove(String mark) {
        if (submission.get().findMark(mark).isPresent()) {
            edit(new Edit.RemoveMark(student, mark));
        }
    }

    /** Turns a page by a quarter clockwise; the turn is stored. */
    public void turn(PageRef page) {
        edit(new Edit.TurnPage(student, page, (submission.get().turn(page) + 90) % 360));
    }

    /** A page was looked at. The present message stays, since this is not an act of the marker's. */
    public void markSeen(PageRef page) {
        boolean known = submission.get().pages().contains(page);
        if (known && !past.isLookedAt() && !submission.get().seen().contains(page)) {
            try {
                workspace.edit(new Edit.SeePage(student, page));
            } catch (EditRefused e) {
                notice.refuse(e.getMessage());
            }
        }
    }

    // --- words on the whole

    public void writeOnTheWhole(String text) {
        if (!submission.get().onTheWhole().equals(text)) {
            edit(new Edit.WriteOnTheWhole(student, text));
        }
    }

    public void writePrivately(String text) {
        if (!submission.get().privately().equals(text)) {
            edit(new Edit.WritePrivately(student, text));
        }
    }

    /** @return true if it is sealed; if not, the notice says why */
    public boolean seal() {
        writing.finish();
        return edit(new Edit.Seal(student));
    }

    public void openAgain() {
        edit(new Edit.OpenAgain(student));
    }

    // --- pen case

    /** Takes the tool of a slot, by zero-based number. */
    public void selectSlot(int slot) {
        if (slot < penCase.get().slots().size()) {
            save(penCase.get().holding(slot));
        }
    }

    /** Replaces the pen case and saves it for the next start. */
    public void save(PenCase other) {
        penCase.set(other);
        keeping.execute(() -> settings.save(other));
    }

    /** Saves the space that pages had, for the next desk. */
    public void saveRoom(PageSpace room) {
        keeping.execute(() -> settings.save(room));
    }

    // --- what the workspace says

    @Override
    public void changed(Entry entry, Batch after) {
        lastEdit = entry.number();
        if (!(entry.edit() instanceof Edit.SeePage || entry.edit() instanceof Edit.MakePages)) {
            scores.forgetPointer();
        }
        batch.set(after);
        if (!past.isLookedAt()) {
            submission.set(after.submission(student));
            chosen.deselectMissing();
        }
    }

    @Override
    public void saved(long number, Instant at) {
        onInterface.execute(() -> {
            if (number >= lastEdit) {
                saving.saved(at, clock.getZone());
            }
        });
    }

    @Override
    public void notSaved(Problem problem) {
        onInterface.execute(saving::notSaved);
    }

    /** Stops observing the workspace. */
    public void close() {
        workspace.forget(this);
        progress.forgetObserver();
    }
}

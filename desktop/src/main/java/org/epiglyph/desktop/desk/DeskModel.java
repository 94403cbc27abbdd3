package org.epiglyph.desktop.desk;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executor;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.workspace.Workspace;
import org.epiglyph.workspace.WorkspaceObserver;

/**
 * What the desk knows and can do, without any node: the batch, the student whose work lies on the desk, the mark in
 * hand, the pen case. Every change goes through {@link #edit}. For the interface thread.
 */
public final class DeskModel implements WorkspaceObserver {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT);
    private final Workspace workspace;
    private final Settings settings;
    private final Clock clock;
    private final Executor onInterface;
    private final Executor keeping;
    private final ReadOnlyObjectWrapper<Batch> batch = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Submission> submission = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyStringWrapper kept = new ReadOnlyStringWrapper("");
    private final ReadOnlyStringWrapper notice = new ReadOnlyStringWrapper("");
    private final ObjectProperty<Optional<String>> chosen = new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<Optional<String>> writing = new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<String> criterion = new SimpleObjectProperty<>("");
    private final ReadOnlyObjectWrapper<PenCase> penCase = new ReadOnlyObjectWrapper<>();
    private final ObjectProperty<Optional<Integer>> shownHandIn = new SimpleObjectProperty<>(Optional.empty());
    private StudentKey student;
    private long lastEdit;

    /**
     * @param workspace   the open batch
     * @param onInterface runs what it is given on the interface thread
     * @param keeping     keeps settings, one after the other in the order given
     */
    public DeskModel(Workspace workspace, Settings settings, Clock clock, Executor onInterface, Executor keeping) {
        this.workspace = workspace;
        this.settings = settings;
        this.clock = clock;
        this.onInterface = onInterface;
        this.keeping = keeping;
        batch.set(workspace.batch());
        student = firstToMark().orElseThrow(() -> new IllegalArgumentException("A batch without students"));
        submission.set(batch.get().submission(student));
        criterion.set(batch.get().scheme().criteria().getFirst().id());
        penCase.set(settings.penCase());
        workspace.observe(this);
    }

    private Optional<StudentKey> firstToMark() {
        List<StudentKey> all = students();
        return all.stream()
                .filter(s -> isToMark(batch.get().submission(s)))
                .findFirst()
                .or(() -> all.stream().findFirst());
    }

    private boolean isToMark(Submission s) {
        Stage stage = s.stage(batch.get().scheme());
        return stage == Stage.UNTOUCHED || stage == Stage.BEGUN || stage == Stage.SCORED;
    }

    public ReadOnlyObjectProperty<Batch> batchProperty() {
        return batch.getReadOnlyProperty();
    }

    /** The submission on the desk, as it is now. */
    public ReadOnlyObjectProperty<Submission> submissionProperty() {
        return submission.getReadOnlyProperty();
    }

    /** When the last change was kept, in words; says so while one is not. */
    public ReadOnlyStringProperty keptProperty() {
        return kept.getReadOnlyProperty();
    }

    /** The last thing that could not be done and why; empty after the next that could. */
    public ReadOnlyStringProperty noticeProperty() {
        return notice.getReadOnlyProperty();
    }

    /** Id of the mark that is chosen. */
    public ObjectProperty<Optional<String>> chosenProperty() {
        return chosen;
    }

    /** Id of the mark whose remark is being written. */
    public ObjectProperty<Optional<String>> writingProperty() {
        return writing;
    }

    /** Id of the criterion that is being scored. */
    public ObjectProperty<String> criterionProperty() {
        return criterion;
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

    public List<StudentKey> students() {
        return batch.get().submissions().stream().map(s -> s.student().key()).toList();
    }

    /** Puts another student's submission on the desk. */
    public void open(StudentKey key) {
        finishWriting();
        student = key;
        chosen.set(Optional.empty());
        notice.set("");
        shownHandIn.set(Optional.empty());
        submission.set(batch.get().submission(key));
    }

    /** Number of the hand-in that is looked at; empty for the one that counts. */
    public ObjectProperty<Optional<Integer>> shownHandInProperty() {
        return shownHandIn;
    }

    /** The hand-in that is looked at; empty where nothing was received. */
    public Optional<HandIn> shownHandIn() {
        return submission.get()
                .handIns()
                .stream()
                .filter(h -> shownHandIn.get().equals(Optional.of(h.number())))
                .findFirst()
                .or(() -> submission.get().current());
    }

    /** Lets the hand-in that is looked at count, or the newest again where that is looked at. */
    public void letShownCount() {
        shownHandIn().ifPresent(h -> {
            boolean newest = submission.get().handIns().getLast().number() == h.number();
            if (edit(new Edit.LetCount(student, newest ? Optional.empty() : Optional.of(h.number())))) {
                shownHandIn.set(Optional.empty());
            }
        });
    }

    /** Shows words in the place of a notice. */
    void say(String words) {
        notice.set(words);
    }

    /** Goes so many students on in the roll; stays at its ends. */
    public void step(int by) {
        List<StudentKey> all = students();
        open(all.get(Math.clamp((long) all.indexOf(student) + by, 0, all.size() - 1)));
    }

    /** Goes to the next student in the roll whose submission is not finished, round the end. */
    public void nextToMark() {
        List<StudentKey> all = students();
        int here = all.indexOf(student);
        for (int i = 1; i < all.size(); i++) {
            StudentKey candidate = all.get((here + i) % all.size());
            if (isToMark(batch.get().submission(candidate))) {
                open(candidate);
                return;
            }
        }
        notice.set(Words.of("Desk.nobodyLeft"));
    }

    // --- changing things

    /** Makes an edit; where it is refused, the notice says why. True where it was made. */
    public boolean edit(Edit edit) {
        try {
            workspace.edit(edit);
            notice.set("");
            return true;
        } catch (EditRefused e) {
            notice.set(e.getMessage());
            return false;
        }
    }

    /** A head for a new mark in the ink in hand. */
    public Head newHead(PageRef page, int turn) {
        return new Head(UUID.randomUUID().toString(), page, penCase.get().current().ink(), turn, Remark.NONE);
    }

    /** Puts a mark on its page and chooses it. */
    public boolean place(Mark mark) {
        String document = mark.page().document();
        boolean counts = submission.get().documents().stream().anyMatch(d -> d.id().equals(document));
        if (!counts && submission.get().findDocument(document).isPresent()) {
            notice.set(Words.of("Desk.olderHandIn"));
            return false;
        }
        boolean placed = edit(new Edit.PlaceMark(student, mark));
        if (placed) {
            chosen.set(Optional.of(mark.id()));
        }
        return placed;
    }

    public void change(Mark mark) {
        edit(new Edit.ChangeMark(student, mark));
    }

    public void remove(String mark) {
        if (submission.get().findMark(mark).isPresent() && edit(new Edit.RemoveMark(student, mark))
                && chosen.get().equals(Optional.of(mark))) {
            chosen.set(Optional.empty());
        }
    }

    /** Takes the chosen mark away. */
    public void removeChosen() {
        chosen.get().ifPresent(this::remove);
    }

    public void see(PageRef page) {
        if (!submission.get().seen().contains(page)) {
            edit(new Edit.SeePage(student, page));
        }
    }

    public boolean canUndo() {
        return workspace.canUndo(Optional.of(student));
    }

    public boolean canRedo() {
        return workspace.canRedo(Optional.of(student));
    }

    public void undo() {
        takeBack(() -> workspace.undo(Optional.of(student)));
    }

    public void redo() {
        takeBack(() -> workspace.redo(Optional.of(student)));
    }

    private void takeBack(Runnable step) {
        writing.set(Optional.empty());
        try {
            step.run();
            notice.set("");
        } catch (EditRefused e) {
            notice.set(e.getMessage());
        }
    }

    // --- remarks

    public Optional<Mark> chosenMark() {
        return chosen.get().flatMap(submission.get()::findMark);
    }

    /** Opens the remark of a mark for writing. */
    public void write(String mark) {
        if (submission.get().sealed()) {
            notice.set(Words.of("Desk.sealedRefuses"));
            return;
        }
        finishWriting();
        chosen.set(Optional.of(mark));
        writing.set(Optional.of(mark));
    }

    /** Puts words on the mark that is being written and ends the writing. */
    public void finishWriting(Remark remark) {
        Optional<String> id = writing.get();
        writing.set(Optional.empty());
        id.flatMap(submission.get()::findMark).ifPresent(mark -> {
            if (mark instanceof Note && remark.isEmpty()) {
                remove(mark.id()); // a note without words says nothing
            } else if (!mark.remark().equals(remark)) {
                change(mark.withRemark(remark));
            }
        });
    }

    /** Ends the writing with the words that are already kept. */
    public void finishWriting() {
        writing.get().flatMap(submission.get()::findMark).ifPresent(mark -> finishWriting(mark.remark()));
    }

    /** Phrases for the letters typed, the active criterion's first. */
    public List<Phrase> phrases(String letters) {
        return batch.get().phrasebook().search(letters, criterion.get());
    }

    /** Keeps the chosen mark's remark as a phrase, for the active criterion. */
    public void keepAsPhrase() {
        Optional<Mark> mark = chosenMark().filter(m -> !m.remark().isEmpty());
        if (mark.isEmpty()) {
            notice.set(Words.of("Desk.nothingToKeep"));
            return;
        }
        Remark remark = mark.get().remark();
        if (batch.get().phrasebook().findWords(remark.words()).isPresent()) {
            notice.set(Words.of("Desk.phraseThere"));
            return;
        }
        Phrase phrase = new Phrase(UUID.randomUUID().toString(), code(remark.words()), remark.words(), criterion.get(),
                Optional.empty());
        List<Edit> edits = new ArrayList<>(List.of(new Edit.KeepPhrase(phrase)));
        if (!submission.get().sealed()) {
            edits.add(new Edit.ChangeMark(student, mark.get().withRemark(remark.withPhrase(phrase.id()))));
        }
        if (edit(new Edit.Together(edits))) {
            notice.set(Words.of("Desk.phraseKept", phrase.code()));
        }
    }

    /** The first letters of the first two words, with a number where that code is taken. */
    private String code(String words) {
        StringBuilder code = new StringBuilder();
        for (String word : words.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
            if (!word.isEmpty() && code.length() < 2) {
                code.append(word.charAt(0));
            }
        }
        String plain = code.toString();
        List<String> taken = batch.get().phrasebook().phrases().stream().map(Phrase::code).toList();
        String free = plain;
        for (int n = 2; taken.contains(free); n++) {
            free = plain + n;
        }
        return free;
    }

    /** Makes the chosen mark private, or for the student again. */
    public void togglePrivate() {
        chosenMark().ifPresent(mark -> {
            Audience other = mark.isPrivate() ? Audience.STUDENT : Audience.PRIVATE;
            change(mark.withRemark(mark.remark().withAudience(other)));
        });
    }

    // --- scores

    /** Scores a criterion of the submission on the desk; empty takes the score away. The reason where it is refused. */
    public Optional<String> score(String criterionId, Optional<BigDecimal> points) {
        if (submission.get().scores().score(criterionId).equals(points)) {
            return Optional.empty();
        }
        return edit(new Edit.SetScore(student, criterionId, points)) ? Optional.empty() : Optional.of(notice.get());
    }

    /**
     * Reads what was typed for a criterion.
     *
     * @return the points, or nothing for an empty text
     * @throws EditRefused where it is no number or out of range; says why
     */
    public Optional<BigDecimal> points(Criterion of, String typed) {
        String plain = typed.strip().replace(',', '.').replace("½", ".5");
        if (plain.isEmpty()) {
            return Optional.empty();
        }
        if (!plain.matches("-?(\\d{1,6}(\\.\\d{0,4})?|\\.\\d{1,4})")) {
            throw new EditRefused(Words.of("Ledger.noNumber", typed.strip(), Criterion.words(of.maximum())));
        }
        BigDecimal points = new BigDecimal(plain);
        of.refusal(points).ifPresent(why -> {
            throw new EditRefused(why);
        });
        return Optional.of(points);
    }

    /** What the phrases on this submission's pages stand for under a criterion; empty where none has an effect. */
    public Optional<BigDecimal> phraseEffect(String criterionId) {
        return submission.get()
                .marks()
                .stream()
                .flatMap(m -> batch.get().phrasebook().find(m.remark().phrase()).stream())
                .filter(p -> p.criterion().equals(criterionId))
                .flatMap(p -> p.effect().stream())
                .reduce(BigDecimal::add);
    }

    public void writeOnTheWhole(String words) {
        if (!submission.get().onTheWhole().equals(words)) {
            edit(new Edit.WriteOnTheWhole(student, words));
        }
    }

    public void writePrivately(String words) {
        if (!submission.get().privately().equals(words)) {
            edit(new Edit.WritePrivately(student, words));
        }
    }

    public void seal() {
        finishWriting();
        edit(new Edit.Seal(student));
    }

    public void openAgain() {
        edit(new Edit.OpenAgain(student));
    }

    // --- pen case

    /** Takes the tool of a slot, by zero-based number. */
    public void take(int slot) {
        if (slot < penCase.get().slots().size()) {
            keep(penCase.get().holding(slot));
        }
    }

    /** Exchanges the pen case and keeps it for the next start. */
    public void keep(PenCase other) {
        penCase.set(other);
        keeping.execute(() -> settings.keep(other));
    }

    // --- what the workspace says

    @Override
    public void changed(Entry entry, Batch after) {
        lastEdit = entry.number();
        batch.set(after);
        submission.set(after.submission(student));
        if (chosenMark().isEmpty()) {
            chosen.set(Optional.empty());
        }
    }

    @Override
    public void kept(long number, Instant at) {
        onInterface.execute(() -> {
            if (number >= lastEdit) {
                kept.set(Words.of("Desk.kept", TIME.format(at.atZone(clock.getZone()))));
            }
        });
    }

    @Override
    public void notKept(Problem problem) {
        onInterface.execute(() -> kept.set(problem.getMessage()));
    }

    /** Lets go of the workspace's news. */
    public void close() {
        workspace.forget(this);
    }
}

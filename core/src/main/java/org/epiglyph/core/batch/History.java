package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.epiglyph.core.roster.StudentKey;

/**
 * A batch with the edits that made it. Undo and redo are kept separately for each submission, so that undo never
 * reaches into another student's work. They are rebuilt by {@link #replay} and so survive a restart. A history that
 * continues from a checkpoint rebuilds a student's stacks from that student's lines when they are first needed. Not
 * thread-safe.
 */
public final class History {
    private final Map<Optional<StudentKey>, UndoStacks> stacks = new HashMap<>();
    private final EarlierLines earlier;
    private final long base;
    private final List<Entry> lines = new ArrayList<>();
    private Batch batch;
    private long last;

    /** @param collected the batch before any edit */
    public History(Batch collected) {
        this(Checkpoint.collected(collected), EarlierLines.none(collected));
    }

    /**
     * Continues from a checkpoint.
     *
     * @param earlier the lines up to it
     */
    public History(Checkpoint from, EarlierLines earlier) {
        this.earlier = earlier;
        this.batch = from.batch();
        this.base = from.number();
        this.last = from.number();
        stacks.put(Optional.empty(), new UndoStacks(from.done(), from.undone()));
    }

    /** The batch before any edit. */
    public Batch collected() {
        return earlier.collected();
    }

    /** The lines since the checkpoint, in order; all lines if there is no checkpoint. */
    public List<Entry> lines() {
        return List.copyOf(lines);
    }

    /** The number of the line it continues from; 0 if it holds all lines. */
    public long base() {
        return base;
    }

    /** The number of the last line; 0 before the first. */
    public long last() {
        return last;
    }

    public Batch batch() {
        return batch;
    }

    /** A checkpoint from which another history can continue. */
    public Checkpoint checkpoint() {
        UndoStacks ofBatch = stacks(Optional.empty());
        return new Checkpoint(batch, last, ofBatch.done(), ofBatch.undone());
    }

    /**
     * Executes an edit.
     *
     * @return the new line of history, to be stored
     * @throws EditRefused if the batch does not allow it
     */
    public Entry record(Edit edit, Instant at) {
        return replay(new Entry(last + 1, at, Entry.Kind.DONE, edit));
    }

    /** Undoes the last edit of the scope; empty if there is nothing to undo. */
    public Optional<Entry> undo(Optional<StudentKey> scope, Instant at) {
        return undo(scope, at, _ -> {});
    }

    /**
     * Undoes the last edit of the scope that can be undone now; empty if there is none. An edit that no longer applies,
     * such as a score on a criterion that is gone, is skipped and kept for redo.
     *
     * @param passedOver receives the reason for each skipped edit
     * @throws EditRefused if another act of the marker is needed first
     */
    public Optional<Entry> undo(Optional<StudentKey> scope, Instant at, Consumer<EditRefused> passedOver) {
        return step(Entry.Kind.UNDONE, scope, at, passedOver);
    }

    /** Redoes what was last undone in the scope; empty if there is nothing to redo. */
    public Optional<Entry> redo(Optional<StudentKey> scope, Instant at) {
        return redo(scope, at, _ -> {});
    }

    /** Redoes the last undone edit that applies now, like {@link #undo(Optional, Instant, Consumer)}. */
    public Optional<Entry> redo(Optional<StudentKey> scope, Instant at, Consumer<EditRefused> passedOver) {
        return step(Entry.Kind.REDONE, scope, at, passedOver);
    }

    private Optional<Entry> step(Entry.Kind kind, Optional<StudentKey> scope, Instant at,
            Consumer<EditRefused> passedOver) {
        return stacks(scope).nextFitting(kind, batch, passedOver)
                .map(edit -> replay(new Entry(last + 1, at, kind, edit)));
    }

    public boolean canUndo(Optional<StudentKey> scope) {
        return stacks(scope).canUndo();
    }

    public boolean canRedo(Optional<StudentKey> scope) {
        return stacks(scope).canRedo();
    }

    /** Applies a line of history; lines must come in the order in which they were recorded. */
    public Entry replay(Entry entry) {
        return replay(entry, entry.edit());
    }

    /** @param whole the edit of which the line's edit is a part; it decides whether and by whose undo it is reverted */
    Entry replay(Entry entry, Edit whole) {
        if (entry.number() <= last) {
            throw new IllegalArgumentException("Line " + entry.number() + " of the history comes after line " + last);
        }
        Edit edit = entry.edit();
        Optional<UndoStacks> known = whole.isUndoable() ? known(whole.scope()) : Optional.empty();
        if (entry.kind() != Entry.Kind.DONE) {
            known.ifPresent(k -> k.skip(entry.kind(), batch));
        }
        Edit back = batch.inverse(edit);
        batch = batch.apply(edit);
        last = entry.number();
        lines.add(entry);
        known.ifPresent(k -> k.remember(entry, back));
        return entry;
    }

    /** Empty for a student whose stacks have not been rebuilt; everything done until then is in the lines. */
    private Optional<UndoStacks> known(Optional<StudentKey> scope) {
        return base == 0 ? Optional.of(stacks(scope)) : Optional.ofNullable(stacks.get(scope));
    }

    UndoStacks stacks(Optional<StudentKey> scope) {
        UndoStacks there = stacks.get(scope);
        if (there == null) {
            there = base > 0 && scope.isPresent() ? rebuilt(scope.get()) : new UndoStacks();
            stacks.put(scope, there);
        }
        return there;
    }

    /** If earlier lines are damaged, what was done before them cannot be undone. */
    private UndoStacks rebuilt(StudentKey student) {
        try {
            return replayed(student, earlier.of(student));
        } catch (EditRefused e) {
            return new UndoStacks();
        }
    }

    private UndoStacks replayed(StudentKey student, List<Entry> before) {
        StudentReplay replay = new StudentReplay(collected(), student);
        before.forEach(replay::replay);
        lines.forEach(replay::replay);
        return replay.stacks();
    }
}

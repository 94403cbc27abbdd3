package org.epiglyph.core.batch;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.epiglyph.core.roster.StudentKey;

/**
 * A batch with the edits that made it. Undo and redo are kept for each submission by itself, so that taking back never
 * reaches into another student's work; they are rebuilt by {@link #replay}, so that they survive a restart.
 * Not safe for several threads.
 */
public final class History {
    private static final Duration ONE_SPELL_OF_TYPING = Duration.ofSeconds(20);
    private final Map<Optional<StudentKey>, Deque<Step>> done = new HashMap<>();
    private final Map<Optional<StudentKey>, Deque<Step>> undone = new HashMap<>();
    private final Batch collected;
    private final List<Entry> lines = new ArrayList<>();
    private Batch batch;
    private long last;

    /** @param collected the batch before any edit */
    public History(Batch collected) {
        this.collected = collected;
        this.batch = collected;
    }

    /** The batch before any edit. */
    public Batch collected() {
        return collected;
    }

    /** All lines so far, in order. */
    public List<Entry> lines() {
        return List.copyOf(lines);
    }

    /** The number of the last line; 0 before the first. */
    public long last() {
        return last;
    }

    public Batch batch() {
        return batch;
    }

    /**
     * Carries out an edit.
     *
     * @return the new line of history, to be kept
     * @throws EditRefused where the batch does not allow it
     */
    public Entry record(Edit edit, Instant at) {
        return replay(new Entry(last + 1, at, Entry.Kind.DONE, edit));
    }

    /** Takes back the last edit of the scope; empty where nothing is left to take back. */
    public Optional<Entry> undo(Optional<StudentKey> scope, Instant at) {
        return undo(scope, at, _ -> {});
    }

    /**
     * Takes back the last edit of the scope that can be taken back now; empty where nothing is left. One that no longer
     * fits what has changed since, such as a score of a criterion that is gone, is passed over and kept for doing again.
     *
     * @param passedOver hears of each edit that was passed over, why
     * @throws EditRefused where one other act of the marker is needed first
     */
    public Optional<Entry> undo(Optional<StudentKey> scope, Instant at, Consumer<EditRefused> passedOver) {
        return step(Entry.Kind.UNDONE, scope, at, passedOver);
    }

    /** Does again what was last taken back in the scope; empty where there is nothing. */
    public Optional<Entry> redo(Optional<StudentKey> scope, Instant at) {
        return redo(scope, at, _ -> {});
    }

    /** Does again what was last taken back and fits now, as {@link #undo(Optional, Instant, Consumer)} does. */
    public Optional<Entry> redo(Optional<StudentKey> scope, Instant at, Consumer<EditRefused> passedOver) {
        return step(Entry.Kind.REDONE, scope, at, passedOver);
    }

    private Optional<Entry> step(Entry.Kind kind, Optional<StudentKey> scope, Instant at,
            Consumer<EditRefused> passedOver) {
        Optional<Edit> fitting = nextFitting(kind, scope, passedOver);
        return fitting.map(edit -> replay(new Entry(last + 1, at, kind, edit)));
    }

    /**
     * The next step that fits. Those above it that do not are moved to the other side, which {@link #replay} does in the
     * same way; where none fits, nothing moves, since no line would tell of it.
     */
    private Optional<Edit> nextFitting(Entry.Kind kind, Optional<StudentKey> scope, Consumer<EditRefused> passedOver) {
        Deque<Step> from = stack(kind == Entry.Kind.UNDONE ? done : undone, scope);
        Deque<Step> to = stack(kind == Entry.Kind.UNDONE ? undone : done, scope);
        int unfitting = 0;
        for (Step step : from) {
            Edit edit = kind == Entry.Kind.UNDONE ? step.back : step.edit;
            try {
                batch.inverse(edit);
                batch.apply(edit);
                for (int i = 0; i < unfitting; i++) {
                    to.push(from.pop());
                }
                return Optional.of(edit);
            } catch (EditRefused e) {
                if (e.isForNow()) {
                    throw e;
                }
                passedOver.accept(e);
                unfitting++;
            }
        }
        return Optional.empty();
    }

    public boolean canUndo(Optional<StudentKey> scope) {
        return !stack(done, scope).isEmpty();
    }

    public boolean canRedo(Optional<StudentKey> scope) {
        return !stack(undone, scope).isEmpty();
    }

    /** Applies a line of history; lines must come in the order in which they were recorded. */
    public Entry replay(Entry entry) {
        if (entry.number() <= last) {
            throw new IllegalArgumentException("Line " + entry.number() + " of the history comes after line " + last);
        }
        Edit edit = entry.edit();
        if (entry.kind() != Entry.Kind.DONE && edit.isUndoable()) {
            nextFitting(entry.kind(), edit.scope(), _ -> {});
        }
        Batch before = batch;
        Edit back = before.inverse(edit);
        batch = before.apply(edit);
        last = entry.number();
        lines.add(entry);
        if (edit.isUndoable()) {
            remember(entry, back);
        }
        return entry;
    }

    private void remember(Entry entry, Edit back) {
        Optional<StudentKey> scope = entry.edit().scope();
        switch (entry.kind()) {
            case DONE -> {
                stack(undone, scope).clear();
                Step step = new Step(entry.edit(), back, entry.at());
                Step top = stack(done, scope).peek();
                if (top != null && step.continues(top)) {
                    stack(done, scope).pop();
                    step = new Step(step.edit, top.back, step.at);
                }
                stack(done, scope).push(step);
            }
            case UNDONE -> move(stack(done, scope), stack(undone, scope));
            case REDONE -> move(stack(undone, scope), stack(done, scope));
        }
    }

    /** Nothing moves where a damaged history has lost the line that was taken back. */
    private static void move(Deque<Step> from, Deque<Step> to) {
        if (!from.isEmpty()) {
            to.push(from.pop());
        }
    }

    private static Deque<Step> stack(Map<Optional<StudentKey>, Deque<Step>> stacks, Optional<StudentKey> scope) {
        return stacks.computeIfAbsent(scope, _ -> new ArrayDeque<>());
    }

    private record Step(Edit edit, Edit back, Instant at) {
        boolean continues(Step top) {
            return edit.continues(top.edit) && Duration.between(top.at, at).compareTo(ONE_SPELL_OF_TYPING) < 0;
        }
    }
}

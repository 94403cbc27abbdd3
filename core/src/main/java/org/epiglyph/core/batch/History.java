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
        Step step = stack(done, scope).peek();
        return step == null
                ? Optional.empty()
                : Optional.of(replay(new Entry(last + 1, at, Entry.Kind.UNDONE, step.back)));
    }

    /** Does again what was last taken back in the scope; empty where there is nothing. */
    public Optional<Entry> redo(Optional<StudentKey> scope, Instant at) {
        Step step = stack(undone, scope).peek();
        return step == null
                ? Optional.empty()
                : Optional.of(replay(new Entry(last + 1, at, Entry.Kind.REDONE, step.edit)));
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
            case UNDONE -> stack(undone, scope).push(stack(done, scope).pop());
            case REDONE -> stack(done, scope).push(stack(undone, scope).pop());
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

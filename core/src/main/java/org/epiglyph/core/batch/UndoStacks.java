package org.epiglyph.core.batch;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/** What can be undone and redone in one scope, newest on top. Not thread-safe. */
final class UndoStacks {
    private final Deque<UndoStep> done = new ArrayDeque<>();
    private final Deque<UndoStep> undone = new ArrayDeque<>();

    UndoStacks() {}

    /** Stacks as returned by {@link #done()} and {@link #undone()}. */
    UndoStacks(List<UndoStep> done, List<UndoStep> undone) {
        this.done.addAll(done);
        this.undone.addAll(undone);
    }

    /** What can be undone, newest first. */
    List<UndoStep> done() {
        return List.copyOf(done);
    }

    /** What can be redone, last undone first. */
    List<UndoStep> undone() {
        return List.copyOf(undone);
    }

    boolean canUndo() {
        return !done.isEmpty();
    }

    boolean canRedo() {
        return !undone.isEmpty();
    }

    /**
     * The next step that applies to the batch. Steps above it that do not apply are moved to the other stack, as
     * replaying its line also does; if none applies, nothing moves, since no line would record it.
     *
     * @param kind       undone or redone
     * @param passedOver receives the reason for each skipped edit
     * @throws EditRefused if another act of the marker is needed first
     */
    Optional<Edit> nextFitting(Entry.Kind kind, Batch batch, Consumer<EditRefused> passedOver) {
        return next(kind, batch, e -> {
            if (e.isTemporary()) {
                throw e;
            }
            passedOver.accept(e);
        });
    }

    /**
     * Moves the steps that were skipped when a line was executed. A step of which only one student's part is known may
     * look as if another act were needed first; it was skipped nevertheless, since the line exists.
     */
    void skip(Entry.Kind kind, Batch batch) {
        next(kind, batch, _ -> {});
    }

    private Optional<Edit> next(Entry.Kind kind, Batch batch, Consumer<EditRefused> refused) {
        boolean undoing = kind == Entry.Kind.UNDONE;
        Deque<UndoStep> from = undoing ? done : undone;
        Deque<UndoStep> to = undoing ? undone : done;
        int unfitting = 0;
        for (UndoStep step : from) {
            Edit edit = undoing ? step.back() : step.edit();
            try {
                batch.inverse(edit);
                batch.apply(edit);
                for (int i = 0; i < unfitting; i++) {
                    to.push(from.pop());
                }
                return Optional.of(edit);
            } catch (EditRefused e) {
                refused.accept(e);
                unfitting++;
            }
        }
        return Optional.empty();
    }

    /**
     * Records a line that was executed.
     *
     * @param back the edit that undoes it
     */
    void remember(Entry entry, Edit back) {
        switch (entry.kind()) {
            case DONE -> {
                undone.clear();
                UndoStep step = new UndoStep(entry.edit(), back, entry.at());
                UndoStep top = done.peek();
                if (top != null && step.continues(top)) {
                    done.pop();
                    step = new UndoStep(step.edit(), top.back(), step.at());
                }
                done.push(step);
            }
            case UNDONE -> move(done, undone);
            case REDONE -> move(undone, done);
        }
    }

    /** Nothing moves if a damaged history has lost the line that was undone. */
    private static void move(Deque<UndoStep> from, Deque<UndoStep> to) {
        if (!from.isEmpty()) {
            to.push(from.pop());
        }
    }
}

package org.epiglyph.core.batch;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/** What can be undone and redone in one scope, the newest on top. Not safe for several threads. */
final class UndoStacks {
    private final Deque<UndoStep> done = new ArrayDeque<>();
    private final Deque<UndoStep> undone = new ArrayDeque<>();

    UndoStacks() {}

    /** Stacks as {@link #done()} and {@link #undone()} have given them. */
    UndoStacks(List<UndoStep> done, List<UndoStep> undone) {
        this.done.addAll(done);
        this.undone.addAll(undone);
    }

    /** What can be undone, the newest first. */
    List<UndoStep> done() {
        return List.copyOf(done);
    }

    /** What can be redone, the last undone first. */
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
     * The next step that fits the batch. Those above it that do not are moved to the other side, as replaying its line does
     * too; where none fits, nothing moves, since no line would tell of it.
     *
     * @param kind       undone or redone
     * @param passedOver hears of each edit that was passed over, why
     * @throws EditRefused where one other act of the marker is needed first
     */
    Optional<Edit> nextFitting(Entry.Kind kind, Batch batch, Consumer<EditRefused> passedOver) {
        return next(kind, batch, e -> {
            if (e.isForNow()) {
                throw e;
            }
            passedOver.accept(e);
        });
    }

    /**
     * Moves what was passed over when a line was carried out. A step of which only one student's part is known may look as if
     * one act were needed first; that it was passed over is known, since the line is there.
     */
    void passOver(Entry.Kind kind, Batch batch) {
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

    /** Takes a line in that was carried out. @param back the edit that takes it back */
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

    /** Nothing moves where a damaged history has lost the line that was taken back. */
    private static void move(Deque<UndoStep> from, Deque<UndoStep> to) {
        if (!from.isEmpty()) {
            to.push(from.pop());
        }
    }
}

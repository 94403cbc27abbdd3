package org.epiglyph.core.batch;

import java.util.List;

/**
 * A batch as it was after a line of its history, from which the history can continue without the lines before it.
 *
 * @param batch  the batch after the line
 * @param number the line's number; 0 for the batch as collected
 * @param done   batch-wide steps that can be undone, newest first
 * @param undone batch-wide steps that can be redone, last undone first
 */
public record Checkpoint(Batch batch, long number, List<UndoStep> done, List<UndoStep> undone) {
    public Checkpoint {
        done = List.copyOf(done);
        undone = List.copyOf(undone);
    }

    /** Before any edit. */
    static Checkpoint collected(Batch collected) {
        return new Checkpoint(collected, 0, List.of(), List.of());
    }
}

package org.epiglyph.core.batch;

import java.util.List;

/**
 * A batch as it was after a line of its history, from which the history can go on without the lines before it.
 *
 * @param batch  the batch after the line
 * @param number the line; 0 for the batch as it was collected
 * @param done   what can be undone of the batch as a whole, the newest first
 * @param undone what can be redone of the batch as a whole, the last undone first
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

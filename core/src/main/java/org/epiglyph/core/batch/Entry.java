package org.epiglyph.core.batch;

import java.time.Instant;

/**
 * One line of a batch's history.
 *
 * @param number 1 for the first
 * @param at     when it was done
 * @param kind   whether it was done, undone or redone
 * @param edit   what changed the batch; for an undo, the inverse
 */
public record Entry(long number, Instant at, Kind kind, Edit edit) {
    /** The origin of an entry: made by the marker, or by undo or redo. */
    public enum Kind {
        DONE, UNDONE, REDONE
    }
}

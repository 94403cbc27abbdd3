package org.epiglyph.workspace;

import java.time.Instant;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Entry;

/**
 * Is notified of changes to a batch, one event after the other, on the thread given when the batch was opened, in the
 * order of the edits' numbers. An exception thrown by an observer is logged and affects nobody else.
 */
public interface WorkspaceObserver {
    /** The batch has changed; called before the edit is saved. */
    default void changed(Entry entry, Batch batch) {}

    /** All edits up to this number are on the disk. */
    default void saved(long number, Instant at) {}

    /** An edit could not be written and is being retried. */
    default void notSaved(Problem problem) {}
}

package org.epiglyph.workspace;

import java.time.Instant;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Entry;

/**
 * Is told what becomes of a batch, one piece of news after the other, on the thread that the batch was opened with, in the
 * order of the edits' numbers. What an observer throws is logged and reaches nobody else.
 */
public interface WorkspaceObserver {
    /** The batch has changed; told before it is kept. */
    default void changed(Entry entry, Batch batch) {}

    /** All edits up to this number are on the disk. */
    default void kept(long number, Instant at) {}

    /** An edit could not be written and is being tried again. */
    default void notKept(Problem problem) {}
}

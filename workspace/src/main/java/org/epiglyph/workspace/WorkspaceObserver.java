package org.epiglyph.workspace;

import java.time.Instant;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Entry;

/** Is told what becomes of a batch. What an observer throws is logged and reaches nobody else. */
public interface WorkspaceObserver {
    /** The batch has changed; called on the thread that made the edit, before it is kept. */
    default void changed(Entry entry, Batch batch) {}

    /** All edits up to this number are on the disk; called on the writing thread. */
    default void kept(long number, Instant at) {}

    /** An edit could not be written and is being tried again; called on the writing thread. */
    default void notKept(Problem problem) {}
}

package org.epiglyph.carrier;

import java.util.concurrent.CancellationException;

/** Receives the progress of a long operation. */
public interface Progress {
    /** Ignores progress and never stops. */
    Progress NONE = (_, _, _) -> {};

    /**
     * Reports progress. Called on the working thread, often.
     *
     * @param what  what is being worked on, as text
     * @param done  steps done
     * @param total steps in all; 0 if unknown
     * @throws CancellationException if the operation is to stop; what was begun is then reverted
     */
    void at(String what, long done, long total);
}

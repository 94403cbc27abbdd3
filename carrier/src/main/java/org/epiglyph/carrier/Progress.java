package org.epiglyph.carrier;

import java.util.concurrent.CancellationException;

/** Follows a long piece of work. */
public interface Progress {
    /** Tells nobody and never stops. */
    Progress NONE = (_, _, _) -> {};

    /**
     * So much is done. Called on the working thread, often.
     *
     * @param what  what is being worked on, in words
     * @param done  steps done
     * @param total steps in all; 0 where that is not known
     * @throws CancellationException where the work shall stop; what was begun is then taken back
     */
    void at(String what, long done, long total);
}

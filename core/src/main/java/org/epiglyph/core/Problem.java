package org.epiglyph.core;

/**
 * Something went wrong that the marker must know of: what happened, to which file or student, and what to do.
 * The message is whole sentences for the marker; it never goes to a log, since it may name a student or a file.
 */
public class Problem extends Exception {
    /** @param what what happened, to what, and the remedy, in plain sentences */
    public Problem(String what) {
        super(what);
    }

    /**
     * @param what what happened, to what, and the remedy, in plain sentences
     * @param cause the fault underneath, for the log
     */
    public Problem(String what, Throwable cause) {
        super(what, cause);
    }
}

package org.epiglyph.core;

/**
 * Something went wrong that the marker must know of: what happened, to which file or student, and what to do.
 * What is said is whole sentences for the marker; it never goes to a log, since it may name a student or a file.
 */
public class Problem extends Exception {
    private static final long serialVersionUID = 1;
    private final transient Message said;

    /** @param said what happened, to what, and the remedy */
    public Problem(Message said) {
        this(said, null);
    }

    /**
     * @param said  what happened, to what, and the remedy
     * @param cause the fault underneath, for the log
     */
    public Problem(Message said, Throwable cause) {
        super(said.text(), cause);
        this.said = said;
    }

    /** @param words what happened, to what, and the remedy, in plain sentences */
    public Problem(String text) {
        this(Message.literal(text));
    }

    /**
     * @param words what happened, to what, and the remedy, in plain sentences
     * @param cause the fault underneath, for the log
     */
    public Problem(String text, Throwable cause) {
        this(Message.literal(text), cause);
    }

    /** What is said, as a value. */
    public final Message said() {
        return said;
    }
}

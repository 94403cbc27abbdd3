package org.epiglyph.core;

/**
 * Something went wrong that the marker must know: what happened, to which file or student, and what to do. The message
 * consists of whole sentences for the marker. It is never logged, since it may name a student or a file.
 */
public class Problem extends Exception {
    private static final long serialVersionUID = 1;
    private final transient Message message;

    /** @param message what happened, to what, and the remedy */
    public Problem(Message message) {
        this(message, null);
    }

    /**
     * @param message what happened, to what, and the remedy
     * @param cause   the underlying exception, for the log
     */
    public Problem(Message message, Throwable cause) {
        super(message.text(), cause);
        this.message = message;
    }

    /** @param text what happened, to what, and the remedy, in plain sentences */
    public Problem(String text) {
        this(Message.literal(text));
    }

    /**
     * @param text  what happened, to what, and the remedy, in plain sentences
     * @param cause the underlying exception, for the log
     */
    public Problem(String text, Throwable cause) {
        this(Message.literal(text), cause);
    }

    /** The message as a value. */
    public final Message asMessage() {
        return message;
    }
}

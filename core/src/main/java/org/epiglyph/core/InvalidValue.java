package org.epiglyph.core;

/**
 * Thrown for an invalid value that somebody entered. The message says what the value must be and is shown beside the
 * field.
 */
public class InvalidValue extends IllegalArgumentException {
    private static final long serialVersionUID = 1;
    private final transient Message message;

    /** @param message what is wrong with which value, and what is allowed */
    public InvalidValue(Message message) {
        this(message, null);
    }

    /**
     * @param message what is wrong with which value, and what is allowed
     * @param cause   the underlying exception; may be null
     */
    public InvalidValue(Message message, Throwable cause) {
        super(message.text(), cause);
        this.message = message;
    }

    /** The message of a refusal, whether it is an InvalidValue or any other illegal argument. */
    public static Message asMessage(IllegalArgumentException refusal) {
        return refusal instanceof InvalidValue invalid
                ? invalid.message
                : Message.literal(String.valueOf(refusal.getMessage()));
    }
}

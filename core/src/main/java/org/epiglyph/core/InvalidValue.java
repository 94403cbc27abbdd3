package org.epiglyph.core;

/**
 * Thrown for an invalid value that somebody entered. The message says what the value must be and is shown beside the
 * field.
 */
public class InvalidValue extends IllegalArgumentException {
    private static final long serialVersionUID = 1;
    private final transient Message said;

    /** @param message what is wrong with which value, and what is allowed */
    public InvalidValue(Message said) {
        this(said, null);
    }

    /**
     * @param message what is wrong with which value, and what is allowed
     * @param cause   the underlying exception; may be null
     */
    public InvalidValue(Message said, Throwable cause) {
        super(said.text(), cause);
        this.said = said;
    }

    /** The message of a refusal, whether it is an InvalidValue or any other illegal argument. */
    public static Message said(IllegalArgumentException refusal) {
        return refusal instanceof InvalidValue invalid
                ? invalid.said
                : Message.literal(String.valueOf(refusal.getMessage()));
    }

    /** The message as a value. */
    public final Message said() {
        return said;
    }
}

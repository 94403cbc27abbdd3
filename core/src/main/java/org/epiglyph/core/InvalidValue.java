package org.epiglyph.core;

/** A value that somebody entered cannot be: what it must be instead, to be said beside the field. */
public class InvalidValue extends IllegalArgumentException {
    private static final long serialVersionUID = 1;
    private final transient Message said;

    /** @param said what is wrong with which value, and what it can be */
    public InvalidValue(Message said) {
        this(said, null);
    }

    /**
     * @param said  what is wrong with which value, and what it can be
     * @param cause what was met beneath it; may be null
     */
    public InvalidValue(Message said, Throwable cause) {
        super(said.text(), cause);
        this.said = said;
    }

    /** What a refusal says, be it one of these or of something beneath. */
    public static Message said(IllegalArgumentException refusal) {
        return refusal instanceof InvalidValue invalid
                ? invalid.said
                : Message.literal(String.valueOf(refusal.getMessage()));
    }

    /** What is said, as a value. */
    public final Message said() {
        return said;
    }
}

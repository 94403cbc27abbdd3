package org.epiglyph.core.batch;

import org.epiglyph.core.Message;

/** An edit that the batch does not allow; the message says why and what to do. The batch is unchanged. */
public final class EditRefused extends RuntimeException {
    private static final long serialVersionUID = 1;
    private final transient Message message;
    private final boolean forNow;

    public EditRefused(Message why) {
        this(why, false);
    }

    private EditRefused(Message why, boolean forNow) {
        super(why.text());
        this.message = why;
        this.forNow = forNow;
    }

    /** Throws if there is a reason to refuse. */
    static void because(Message why) {
        throw new EditRefused(why);
    }

    /** A refusal that some other act of the marker lifts, so that trying again makes sense. */
    public static EditRefused temporary(Message why) {
        return new EditRefused(why, true);
    }

    /** The message as a value. */
    public Message asMessage() {
        return message;
    }

    /** True if some other act of the marker lifts the refusal. */
    boolean isTemporary() {
        return forNow;
    }
}

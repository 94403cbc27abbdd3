package org.epiglyph.core.batch;

import org.epiglyph.core.Message;

/** An edit that the batch does not allow; what is said is why and what to do. The batch is as before. */
public final class EditRefused extends RuntimeException {
    private static final long serialVersionUID = 1;
    private final transient Message said;
    private final boolean forNow;

    public EditRefused(Message why) {
        this(why, false);
    }

    private EditRefused(Message why, boolean forNow) {
        super(why.text());
        this.said = why;
        this.forNow = forNow;
    }

    /** Refuses, where there is a reason to. */
    static void because(Message why) {
        throw new EditRefused(why);
    }

    /** A refusal that one other act of the marker lifts, so that it is worth trying again. */
    public static EditRefused forNow(Message why) {
        return new EditRefused(why, true);
    }

    /** What is said, as a value. */
    public Message said() {
        return said;
    }

    /** True if one other act of the marker lifts the refusal. */
    public boolean isForNow() {
        return forNow;
    }
}

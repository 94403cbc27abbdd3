package org.epiglyph.core.batch;

/** An edit that the batch does not allow; the message says why and what to do. The batch is as before. */
public final class EditRefused extends RuntimeException {
    private final boolean forNow;

    public EditRefused(String why) {
        this(why, false);
    }

    private EditRefused(String why, boolean forNow) {
        super(why);
        this.forNow = forNow;
    }

    /** Refuses, where there is a reason to. */
    static void because(String why) {
        throw new EditRefused(why);
    }

    /** A refusal that one other act of the marker lifts, so that it is worth trying again. */
    public static EditRefused forNow(String why) {
        return new EditRefused(why, true);
    }

    /** True if one other act of the marker lifts the refusal. */
    public boolean isForNow() {
        return forNow;
    }
}

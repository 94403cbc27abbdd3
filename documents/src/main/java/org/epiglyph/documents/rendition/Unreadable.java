package org.epiglyph.documents.rendition;

import org.epiglyph.core.Message;

/** A received file that cannot be converted to pages. */
public final class Unreadable extends Exception {
    private static final long serialVersionUID = 1;
    private final transient Message why;

    Unreadable(Message why) {
        this(why, null);
    }

    Unreadable(Message why, Throwable cause) {
        super(why.text(), cause);
        this.why = why;
    }

    /** Why, and what to do. */
    public Message why() {
        return why;
    }
}

package org.epiglyph.documents.rendition;

import org.epiglyph.core.Message;

/** A received file of which no pages can be made. The message says why and what to do, in sentences for the marker. */
public final class Unreadable extends Exception {
    private static final long serialVersionUID = 1;

    public Unreadable(Message why) {
        this(why, null);
    }

    public Unreadable(Message why, Throwable cause) {
        super(why.inWords(), cause);
    }
}

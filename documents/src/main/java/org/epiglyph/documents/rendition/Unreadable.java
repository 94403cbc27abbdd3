package org.epiglyph.documents.rendition;

/** A received file of which no pages can be made. The message says why and what to do, in sentences for the marker. */
public final class Unreadable extends Exception {
    private static final long serialVersionUID = 1;

    public Unreadable(String why) {
        super(why);
    }

    public Unreadable(String why, Throwable cause) {
        super(why, cause);
    }
}

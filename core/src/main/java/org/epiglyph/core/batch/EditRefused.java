package org.epiglyph.core.batch;

/** An edit that the batch does not allow; the message says why and what to do. The batch is as before. */
public final class EditRefused extends RuntimeException {
    public EditRefused(String why) {
        super(why);
    }
}

package org.epiglyph.core.batch;

import java.util.Locale;

/** How far the marker is with a submission. */
public enum Stage {
    NOTHING_RECEIVED, UNTOUCHED, BEGUN, SCORED, SEALED, HANDED_BACK;

    /** Its name in a list, such as "handed back". */
    public String label() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}

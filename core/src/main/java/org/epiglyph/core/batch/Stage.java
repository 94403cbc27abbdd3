package org.epiglyph.core.batch;

/** Where a submission stands in the marker's work. */
public enum Stage {
    NOTHING_RECEIVED, UNTOUCHED, BEGUN, SCORED, SEALED, HANDED_BACK
}

package org.epiglyph.core.pencase;

/** What a slot of the pen case holds. */
public enum Tool {
    CHOOSE, PEN, HIGHLIGHTER, NOTE, TEXT, STAMP, ERASER
}

package org.epiglyph.core.marks;

/** Whom a mark and its remark are for. What is private never enters anything that is handed back. */
public enum Audience {
    STUDENT, PRIVATE
}

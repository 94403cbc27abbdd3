package org.epiglyph.exchange.record;

/** Something that a record service may be able to do. */
public enum Ability {
    /** Provides what students handed in, and when. */
    SUBMISSIONS,
    /** Provides its grade sheet. */
    GRADE_SHEET,
    /** Accepts marked documents and other files. */
    FILES,
    /** Refuses, atomically, a result that would replace one that the sender has not seen. */
    TAGS,
    /** Holds results back from students, and shows them later. */
    VISIBILITY,
    /** Knows when a student has opened a result. */
    OPENED,
    /** Accepts extensions, further hand-ins and excuses. */
    ALLOWANCES,
    /** Stores earlier versions, with the reason for a change. */
    AMENDMENTS,
    /** Provides students' answers, and accepts replies. */
    ANSWERS
}

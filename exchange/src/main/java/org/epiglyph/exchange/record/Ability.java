package org.epiglyph.exchange.record;

/** Something that a record service can do, or cannot. */
public enum Ability {
    /** Gives out what students handed in, and when. */
    SUBMISSIONS,
    /** Gives out its grade sheet. */
    GRADE_SHEET,
    /** Takes marked documents and other files. */
    FILES,
    /** Refuses a result that would replace one that it was not told about, in one step. */
    TAGS,
    /** Holds results back from students, and shows them later. */
    VISIBILITY,
    /** Knows when a student has opened a result. */
    OPENED,
    /** Takes extensions, further hand-ins and excuses. */
    ALLOWANCES,
    /** Keeps earlier versions, with the reason for a change. */
    AMENDMENTS,
    /** Gives out what students answer, and takes replies. */
    ANSWERS
}

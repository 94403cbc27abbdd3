package org.epiglyph.core.filing;

import org.epiglyph.core.Message;
import org.epiglyph.core.roster.StudentKey;

/**
 * A student to whom a file may belong.
 *
 * @param student   the student
 * @param certainty how certain it is
 * @param evidence  why
 */
public record Candidate(StudentKey student, Certainty certainty, Message evidence) {
    /** How certain it is that a file belongs to a student. */
    public enum Certainty {
        /** Key or full name, and no other student's is similar. Assigned without asking. */
        CERTAIN,
        /** One student matches better than all others. The marker confirms. */
        LIKELY,
        /** One of several, or little evidence. The marker chooses. */
        POSSIBLE
    }
}

package org.epiglyph.core.filing;

import org.epiglyph.core.Message;
import org.epiglyph.core.roster.StudentKey;

/**
 * A student whose a file may be.
 *
 * @param student  the student
 * @param certainty how sure
 * @param evidence why
 */
public record Candidate(StudentKey student, Certainty certainty, Message evidence) {}

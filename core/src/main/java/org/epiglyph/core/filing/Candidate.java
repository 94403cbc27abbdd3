package org.epiglyph.core.filing;

import org.epiglyph.core.Message;
import org.epiglyph.core.roster.StudentKey;

/**
 * A student whose a file may be.
 *
 * @param student  the student
 * @param sureness how sure
 * @param evidence why
 */
public record Candidate(StudentKey student, Sureness sureness, Message evidence) {}

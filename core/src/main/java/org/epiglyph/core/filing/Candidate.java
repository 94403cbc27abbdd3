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
public record Candidate(StudentKey student, Certainty certainty, Message evidence) {}

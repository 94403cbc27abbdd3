package org.epiglyph.exchange.record;

import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.roster.StudentKey;

/** What a student wrote in the record after a hand-back, with the reply that the record has. */
public record StudentAnswer(StudentKey student, Answer answer) {}

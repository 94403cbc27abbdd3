package org.epiglyph.carrier;

import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.StudentKey;

/** What became of one student's hand-back. */
public sealed interface Outcome {
    StudentKey student();

    /** The record has it; the receipt is the proof. */
    record Done(StudentKey student, Receipt receipt) implements Outcome {}

    /** The record had it already, unchanged; nothing was sent. */
    record AlreadyThere(StudentKey student, Receipt receipt) implements Outcome {}

    /** It was not handed back; what and why, with the remedy. */
    record Failed(StudentKey student, String why) implements Outcome {}
}

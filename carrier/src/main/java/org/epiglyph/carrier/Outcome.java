package org.epiglyph.carrier;

import java.math.BigDecimal;
import java.util.List;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.record.HeldRecord;

/** The outcome of one student's hand-back. */
public sealed interface Outcome {
    StudentKey student();

    /** True if the destination has the work. */
    default boolean hasArrived() {
        return this instanceof Done || this instanceof AlreadyThere;
    }

    /**
     * The destination has it; the receipt is the proof.
     *
     * @param leftOut documents that could not be built and so were not sent, or whose signatures were lost
     */
    record Done(StudentKey student, Receipt receipt, List<Message> leftOut) implements Outcome {
        public Done {
            leftOut = List.copyOf(leftOut);
        }
    }

    /** The destination had it already, unchanged; nothing was sent. */
    record AlreadyThere(StudentKey student, Receipt receipt) implements Outcome {}

    /** It was not handed back; what and why, with the remedy. */
    record Failed(StudentKey student, Message why) implements Outcome {}

    /** It was not handed back, since the marker must be asked first. */
    record Asked(StudentKey student, Doubt doubt, Message why) implements Outcome {}

    /**
     * It was not handed back, since somebody else has changed the record meanwhile.
     *
     * @param theirs   what the record holds
     * @param score    what would have been sent
     * @param feedback the text that would have been sent
     */
    record Differs(StudentKey student, HeldRecord theirs, BigDecimal score, String feedback) implements Outcome {}

    /** It was not handed back, since the marker accepts what somebody else has put into the record. */
    record TheirsStand(StudentKey student, HeldRecord theirs, BigDecimal score, String feedback) implements Outcome {}

    /** What a marker is asked about before a student's work is sent. */
    enum Doubt {
        /** An original has changed since it was received. */
        ORIGINAL_CHANGED,
        /** A document is certified against any mark. */
        CERTIFIED
    }
}

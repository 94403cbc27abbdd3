package org.epiglyph.core.lookover;

import java.util.List;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.roster.StudentKey;

/**
 * Something that must be decided before a student's work is handed back.
 *
 * @param student whose work
 * @param kind    what it is
 * @param where   what it is about
 * @param subject id of the mark, criterion or spoken remark; empty for other places
 * @param details values for its text, in an order that depends on the kind: criteria, page numbers, a name, figures
 * @param thing   the state of what it is about; an acceptance is valid as long as this stays the same
 */
public record Finding(StudentKey student, Kind kind, Where where, String subject, List<String> details,
        String thing) {
    public Finding {
        details = List.copyOf(details);
    }

    /** What a finding is about. */
    public enum Where {
        SUBMISSION, MARK, CRITERION, THE_WHOLE, SPOKEN
    }

    /** What is found. */
    public enum Kind {
        /** Nothing was received, and nothing has been decided about that. */
        NOTHING_RECEIVED(Weight.DECIDES),
        /** No criterion has a score. */
        NOTHING_SCORED(Weight.UNFINISHED),
        /** Some criteria have no score. */
        NOT_SCORED(Weight.UNFINISHED),
        /** Scored, not sealed. */
        NOT_SEALED(Weight.UNFINISHED),
        /** Some pages were never on screen. */
        PAGES_UNSEEN(Weight.DECIDES),
        /** Something was handed in after the hand-in that counts. */
        NEWER_HAND_IN(Weight.DECIDES),
        /** Marks are on a hand-in that does not count; they are not handed back. */
        MARKS_LEFT_BEHIND(Weight.DECIDES),
        /** What is counted, stamped or written on the pages differs from the ledger. */
        COUNT_DIFFERS(Weight.DECIDES),
        /** A score below the marker's limit has no remark. */
        WORDS_WANTED(Weight.DECIDES),
        /** A mark is evidence for a criterion that is no longer in the scheme. */
        EVIDENCE_GONE(Weight.DECIDES),
        /** Text for this student names another student. */
        NAMES_ANOTHER(Weight.DECIDES),
        /** Text for the student reads as if it was not meant for them. */
        LOOKS_PRIVATE(Weight.DECIDES),
        /** A phrase's slot was left unfilled. */
        SLOT_UNFILLED(Weight.DECIDES),
        /** A note without text. */
        EMPTY_REMARK(Weight.DECIDES),
        /** A spoken remark has no text for those who cannot hear it. */
        SPOKEN_WITHOUT_WORDS(Weight.DECIDES),
        /**
         * A spoken remark is not handed back: what it is about is gone, private, or part of a hand-in that does not
         * count.
         */
        SPOKEN_LEFT_BEHIND(Weight.DECIDES),
        /** A mark is outside its page, wholly or by half. */
        OUTSIDE_PAGE(Weight.DECIDES),
        /** A received file on the disk has changed or is missing. */
        ORIGINAL_CHANGED(Weight.DECIDES),
        /** The result is near a grade boundary, within the marker's limit. */
        NEAR_BOUNDARY(Weight.DECIDES),
        /** The student answered after a hand-back and has no reply. */
        ANSWER_WAITS(Weight.TELLS),
        /** Words that are not in the dictionary. */
        UNKNOWN_WORDS(Weight.TELLS);

        private final Weight weight;

        Kind(Weight weight) {
            this.weight = weight;
        }

        public Weight weight() {
            return weight;
        }
    }

    /** What a finding leads to. */
    public enum Weight {
        /** The work is not finished and cannot be handed back. */
        UNFINISHED,
        /** The work stays until the marker has corrected or accepted it. */
        DECIDES,
        /** Reported only; it stops nothing. */
        TELLS
    }

    /** The acceptance that lets the finding stand. */
    public Acceptance accepted(String reason) {
        return new Acceptance(kind.name(), subject, thing, reason.strip());
    }

    /** True if it may be accepted; what is unfinished may not. */
    public boolean isAcceptable() {
        return kind.weight() != Weight.UNFINISHED;
    }
}

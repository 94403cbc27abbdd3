package org.epiglyph.core.lookover;

import java.util.List;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.roster.StudentKey;

/**
 * One thing that wants deciding before a student's work is handed back.
 *
 * @param student whose work
 * @param kind    what it is
 * @param where   what it stands on
 * @param subject id of the mark, criterion or spoken remark that it stands on; empty for the other places
 * @param details what the words about it name, in the order of the kind: criteria, page numbers, a name, figures
 * @param thing   the state of what it is about; an acceptance holds as long as this stays the same
 */
public record Finding(StudentKey student, Kind kind, Where where, String subject, List<String> details,
        String thing) {
    public Finding {
        details = List.copyOf(details);
    }

    /** What a finding stands on. */
    public enum Where {
        SUBMISSION, MARK, CRITERION, THE_WHOLE, SPOKEN
    }

    /** What is found. */
    public enum Kind {
        /** Nothing was received, and nothing was decided about it. */
        NOTHING_RECEIVED(Weight.DECIDES),
        /** No criterion has a score. */
        NOTHING_SCORED(Weight.UNFINISHED),
        /** Some criteria have no score. */
        NOT_SCORED(Weight.UNFINISHED),
        /** Scored, not sealed. */
        NOT_SEALED(Weight.UNFINISHED),
        /** Some pages were never on the screen. */
        PAGES_UNSEEN(Weight.DECIDES),
        /** Something was handed in after the hand-in that counts. */
        NEWER_HAND_IN(Weight.DECIDES),
        /** Marks stand on a hand-in that does not count; they do not go back. */
        MARKS_LEFT_BEHIND(Weight.DECIDES),
        /** What is counted, stamped or written on the pages differs from the ledger. */
        COUNT_DIFFERS(Weight.DECIDES),
        /** A score below the marker's limit stands without words. */
        WORDS_WANTED(Weight.DECIDES),
        /** A mark is evidence for a criterion that the scheme no longer has. */
        EVIDENCE_GONE(Weight.DECIDES),
        /** Words for this student name another one. */
        NAMES_ANOTHER(Weight.DECIDES),
        /** Words for the student read as if they were not meant for them. */
        LOOKS_PRIVATE(Weight.DECIDES),
        /** A phrase's slot was left unfilled. */
        SLOT_UNFILLED(Weight.DECIDES),
        /** A note without words. */
        EMPTY_REMARK(Weight.DECIDES),
        /** A spoken remark has no words beside it, for those who cannot hear it. */
        SPOKEN_WITHOUT_WORDS(Weight.DECIDES),
        /** A spoken remark does not go back: what it is about is gone, private, or of a hand-in that does not count. */
        SPOKEN_LEFT_BEHIND(Weight.DECIDES),
        /** A mark lies outside its page, or half of it does. */
        OUTSIDE_PAGE(Weight.DECIDES),
        /** What was received is no longer on the disk as it was. */
        ORIGINAL_CHANGED(Weight.DECIDES),
        /** The result lies within the marker's width of a grade boundary. */
        NEAR_BOUNDARY(Weight.DECIDES),
        /** The student answered after a hand-back, and has no reply. */
        ANSWER_WAITS(Weight.TELLS),
        /** Words that the dictionary does not know. */
        UNKNOWN_WORDS(Weight.TELLS);

        private final Weight weight;

        Kind(Weight weight) {
            this.weight = weight;
        }

        public Weight weight() {
            return weight;
        }
    }

    /** What follows from a finding. */
    public enum Weight {
        /** The work is not done, and cannot go. */
        UNFINISHED,
        /** The work waits until the marker has put it right or accepted it. */
        DECIDES,
        /** Said, and in nobody's way. */
        TELLS
    }

    /** What the marker says who lets it stand. */
    public Acceptance accepted(String reason) {
        return new Acceptance(kind.name(), subject, thing, reason.strip());
    }

    /** True if it may be let stand; what is unfinished may not. */
    public boolean isAcceptable() {
        return kind.weight() != Weight.UNFINISHED;
    }
}

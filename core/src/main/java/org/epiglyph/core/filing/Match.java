package org.epiglyph.core.filing;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.filing.Candidate.Certainty;
import org.epiglyph.core.roster.StudentKey;

/**
 * What is known about whose a received file is.
 *
 * @param candidates students it may belong to, likeliest first; only the first may be certain or likely
 * @param evidence   why, or why not
 */
public record Match(List<Candidate> candidates, Message evidence) {
    public Match {
        candidates = List.copyOf(candidates);
        if (candidates.stream().skip(1).anyMatch(c -> c.certainty() != Certainty.POSSIBLE)) {
            throw new IllegalArgumentException("Only the first candidate can be more than possible: " + candidates);
        }
    }

    /** A match without doubt. */
    public static Match certain(StudentKey student, Message evidence) {
        return new Match(List.of(new Candidate(student, Certainty.CERTAIN, evidence)), evidence);
    }

    static Match none(Message evidence) {
        return new Match(List.of(), evidence);
    }

    /** One candidate whom the marker has to confirm. */
    static Match likely(StudentKey student, Message evidence) {
        return new Match(List.of(new Candidate(student, Certainty.LIKELY, evidence)), evidence);
    }

    /** Several candidates, or one with little evidence. */
    static Match possible(List<StudentKey> students, Message evidence) {
        return new Match(students.stream().map(s -> new Candidate(s, Certainty.POSSIBLE, evidence)).toList(), evidence);
    }

    /** The student, if certain. */
    public Optional<StudentKey> student() {
        return candidates.stream()
                .findFirst()
                .filter(c -> c.certainty() == Certainty.CERTAIN)
                .map(Candidate::student);
    }

    /** The likely student, whom the marker has to confirm. */
    public Optional<StudentKey> likely() {
        return candidates.stream().findFirst().filter(c -> c.certainty() == Certainty.LIKELY).map(Candidate::student);
    }
}

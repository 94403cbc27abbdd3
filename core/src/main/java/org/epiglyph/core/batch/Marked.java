package org.epiglyph.core.batch;

import java.util.List;
import java.util.Set;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.scoring.Scorecard;

/**
 * What the marker made of a submission.
 *
 * @param marks      from back to front
 * @param scores     the scores so far
 * @param onTheWhole the remark on the whole, for the student; may be empty
 * @param privately  the private note; never handed back; may be empty
 * @param seen       pages that have been looked at
 */
public record Marked(List<Mark> marks, Scorecard scores, String onTheWhole, String privately, Set<PageRef> seen) {
    static final Marked NOTHING = new Marked(List.of(), Scorecard.EMPTY, "", "", Set.of());

    public Marked {
        marks = List.copyOf(marks);
        seen = Set.copyOf(seen);
    }

    /** True if nothing was done but looking. */
    boolean isUntouched() {
        return marks.isEmpty() && scores.isEmpty() && onTheWhole.isEmpty() && privately.isEmpty();
    }

    boolean differsOnlyInSeen(Marked before) {
        return marks == before.marks && scores == before.scores && onTheWhole.equals(before.onTheWhole)
                && privately.equals(before.privately);
    }

    Marked withMarks(List<Mark> other) {
        return new Marked(other, scores, onTheWhole, privately, seen);
    }

    Marked withScores(Scorecard other) {
        return new Marked(marks, other, onTheWhole, privately, seen);
    }

    Marked withOnTheWhole(String other) {
        return new Marked(marks, scores, other, privately, seen);
    }

    Marked withPrivately(String other) {
        return new Marked(marks, scores, onTheWhole, other, seen);
    }

    Marked withSeen(Set<PageRef> other) {
        return new Marked(marks, scores, onTheWhole, privately, other);
    }
}

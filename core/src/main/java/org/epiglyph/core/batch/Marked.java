package org.epiglyph.core.batch;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.spoken.SpokenRemark;

/**
 * What the marker has done with a submission.
 *
 * @param marks      from back to front
 * @param scores     the scores so far
 * @param onTheWhole the remark on the whole, for the student; may be empty
 * @param privately  the private note, never handed back; may be empty
 * @param seen       pages that have been looked at
 * @param marker     who is assigned to mark it; empty if nobody is
 * @param spoken     spoken remarks, in the order of their ids
 */
public record Marked(List<Mark> marks, Scorecard scores, String onTheWhole, String privately, Set<PageRef> seen,
        String marker, List<SpokenRemark> spoken) {
    static final Marked NOTHING = new Marked(Marks.EMPTY, Scorecard.EMPTY, "", "", Set.of(), "", List.of());

    public Marked {
        marks = Marks.of(marks);
        seen = Set.copyOf(seen);
        marker = Objects.requireNonNullElse(marker, ""); // batches of earlier versions have none of these
        spoken = spoken == null ? List.of() : List.copyOf(spoken);
    }

    /** The marks as an indexed collection. */
    Marks stack() {
        return Marks.of(marks);
    }

    /** True if nothing was done except looking. */
    boolean isUntouched() {
        return marks.isEmpty() && scores.isEmpty() && onTheWhole.isEmpty() && privately.isEmpty()
                && spoken.isEmpty();
    }

    boolean differsOnlyInSeen(Marked before) {
        return marks == before.marks && scores == before.scores && onTheWhole.equals(before.onTheWhole)
                && privately.equals(before.privately) && marker.equals(before.marker) && spoken == before.spoken;
    }

    Marked withMarks(List<Mark> other) {
        return new Marked(other, scores, onTheWhole, privately, seen, marker, spoken);
    }

    Marked withScores(Scorecard other) {
        return new Marked(marks, other, onTheWhole, privately, seen, marker, spoken);
    }

    Marked withOnTheWhole(String other) {
        return new Marked(marks, scores, other, privately, seen, marker, spoken);
    }

    Marked withPrivately(String other) {
        return new Marked(marks, scores, onTheWhole, other, seen, marker, spoken);
    }

    Marked withSeen(Set<PageRef> other) {
        return new Marked(marks, scores, onTheWhole, privately, other, marker, spoken);
    }

    /** With the text for the student changed. */
    Marked withText(UnaryOperator<String> change) {
        List<Mark> changed = marks.stream().map(m -> {
            String text = change.apply(m.remark().text());
            Mark said = text.equals(m.remark().text()) ? m : m.withRemark(m.remark().withText(text));
            return said instanceof TypedText typed && !change.apply(typed.text()).equals(typed.text())
                    ? typed.withText(change)
                    : said;
        }).toList();
        Scorecard card = scores;
        for (Map.Entry<String, String> of : scores.remarks().entrySet()) {
            card = card.withRemark(of.getKey(), change.apply(of.getValue()));
        }
        List<SpokenRemark> said = spoken.stream().map(s -> s.withText(change.apply(s.text()))).toList();
        return new Marked(changed, card, change.apply(onTheWhole), privately, seen, marker, said);
    }

    /** The same, and the private note too. */
    Marked withAllText(UnaryOperator<String> change) {
        return withText(change).withPrivately(change.apply(privately));
    }

    Marked withMarker(String other) {
        return new Marked(marks, scores, onTheWhole, privately, seen, other, spoken);
    }

    Marked withSpoken(List<SpokenRemark> other) {
        return new Marked(marks, scores, onTheWhole, privately, seen, marker, other);
    }
}

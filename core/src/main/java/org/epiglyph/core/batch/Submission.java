package org.epiglyph.core.batch;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Scorecard;

/**
 * What one student handed in and everything the marker has done with it.
 *
 * @param student    whose it is
 * @param handIns    oldest first; none where nothing was received
 * @param marks      from back to front
 * @param scores     the scores so far
 * @param onTheWhole the remark on the whole, for the student; may be empty
 * @param privately  the private note; never handed back; may be empty
 * @param sealed     true where the marker is done with it
 * @param receipt    the last hand-back's receipt, whether or not the work has changed since
 * @param handedBack true where the record has the work as it is now
 * @param seen       pages that have been looked at
 * @param counting   number of the hand-in that the marker lets count; empty for the newest
 * @param turns      degrees by which the marker turned pages clockwise, 90, 180 or 270; pages as they came are not in it
 * @param attached   documents that the marker changed outside and attached, in the order of attaching
 */
public record Submission(Student student, List<HandIn> handIns, List<Mark> marks, Scorecard scores, String onTheWhole,
        String privately,
        boolean sealed, Optional<Receipt> receipt, boolean handedBack, Set<PageRef> seen, Optional<Integer> counting,
        List<Attached> attached, Map<PageRef, Integer> turns) {
    public Submission {
        handIns = List.copyOf(handIns);
        marks = List.copyOf(marks);
        seen = Set.copyOf(seen);
        attached = List.copyOf(attached);
        turns = Map.copyOf(turns);
    }

    /** A submission as it came, untouched. */
    public static Submission untouched(Student student, List<HandIn> handIns) {
        return new Submission(student, handIns, List.of(), Scorecard.EMPTY, "", "", false, Optional.empty(), false,
                Set.of(), Optional.empty(), List.of(), Map.of());
    }

    /** The hand-in that counts: the one that the marker chose, else the newest. */
    public Optional<HandIn> current() {
        return handIns.stream()
                .filter(h -> counting.equals(Optional.of(h.number())))
                .findFirst()
                .or(() -> handIns.isEmpty() ? Optional.empty() : Optional.of(handIns.getLast()));
    }

    /** True where something was handed in after the hand-in that counts. */
    public boolean hasNewer() {
        return current().isPresent() && current().get().number() < handIns.getLast().number();
    }

    /** A received document by its id, of any hand-in. */
    public Optional<Document> findDocument(String id) {
        return handIns.stream().flatMap(h -> h.documents().stream()).filter(d -> d.id().equals(id)).findFirst();
    }

    /** The documents of the hand-in that counts. */
    public List<Document> documents() {
        return current().map(HandIn::documents).orElse(List.of());
    }

    /** All pages of the hand-in that counts, in order. */
    public List<PageRef> pages() {
        return pages(documents());
    }

    /** All pages of some documents, in order. */
    public static List<PageRef> pages(List<Document> documents) {
        return documents.stream()
                .flatMap(d -> Stream.iterate(0, i -> i < d.pageCount(), i -> i + 1).map(i -> new PageRef(d.id(), i)))
                .toList();
    }

    public Optional<Mark> findMark(String id) {
        return marks.stream().filter(m -> m.id().equals(id)).findFirst();
    }

    /** Degrees by which the marker turned a page clockwise: 0, 90, 180 or 270. */
    public int turn(PageRef page) {
        return turns.getOrDefault(page, 0);
    }

    /** Where the submission stands in the marker's work. */
    public Stage stage(MarkScheme scheme) {
        if (sealed) {
            return handedBack ? Stage.HANDED_BACK : Stage.SEALED;
        }
        if (scores.isComplete(scheme) && !scores.isEmpty()) {
            return Stage.SCORED;
        }
        boolean begun = !marks.isEmpty() || !scores.isEmpty() || !onTheWhole.isEmpty() || !privately.isEmpty();
        if (begun) {
            return Stage.BEGUN;
        }
        return handIns.isEmpty() ? Stage.NOTHING_RECEIVED : Stage.UNTOUCHED;
    }

    /** Marks that the student may see, from back to front. */
    public List<Mark> marksForStudent() {
        return marks.stream().filter(m -> !m.isPrivate()).toList();
    }

    Submission withMarks(List<Mark> other) {
        return new Submission(student, handIns, other, scores, onTheWhole, privately, sealed, receipt, handedBack, seen,
                counting, attached, turns);
    }

    Submission withScores(Scorecard other) {
        return new Submission(student, handIns, marks, other, onTheWhole, privately, sealed, receipt, handedBack, seen,
                counting, attached, turns);
    }

    Submission withOnTheWhole(String other) {
        return new Submission(student, handIns, marks, scores, other, privately, sealed, receipt, handedBack, seen,
                counting, attached, turns);
    }

    Submission withPrivately(String other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, other, sealed, receipt, handedBack, seen,
                counting, attached, turns);
    }

    /** Sealed or open again; either way the record no longer has the work as it is now. */
    Submission withSealed(boolean other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, other, receipt, false, seen,
                counting, attached, turns);
    }

    Submission withHandedBack(boolean other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipt, other, seen,
                counting, attached, turns);
    }

    Submission withReceipt(Optional<Receipt> other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, other, other.isPresent(),
                seen, counting, attached, turns);
    }

    Submission withSeen(Set<PageRef> other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipt, handedBack,
                other, counting, attached, turns);
    }

    Submission withCounting(Optional<Integer> other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipt, handedBack, seen,
                other, attached, turns);
    }

    Submission withAttached(List<Attached> other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipt, handedBack, seen,
                counting, other, turns);
    }

    Submission withTurn(PageRef page, int degrees) {
        Map<PageRef, Integer> other = new HashMap<>(turns);
        if (degrees == 0) {
            other.remove(page);
        } else {
            other.put(page, degrees);
        }
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipt, handedBack, seen,
                counting, attached, other);
    }

    /** With one more hand-in, in the order of their numbers. A sealed submission keeps the one that it was sealed with. */
    Submission withHandIn(HandIn handIn) {
        List<HandIn> more = Stream.concat(handIns.stream(), Stream.of(handIn))
                .sorted(java.util.Comparator.comparingInt(HandIn::number))
                .toList();
        Optional<Integer> counts = sealed && counting.isEmpty() ? current().map(HandIn::number) : counting;
        return withHandIns(more).withCounting(counts);
    }

    Submission withHandIns(List<HandIn> other) {
        return new Submission(student, other, marks, scores, onTheWhole, privately, sealed, receipt, handedBack, seen,
                counting, attached, turns);
    }
}

package org.epiglyph.core.batch;

import java.util.ArrayList;
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
 * @param receipts   the last receipt of each destination, the newest last, whether or not the work has changed since
 * @param handedBack true where a destination has the work as it is now
 * @param seen       pages that have been looked at
 * @param counting   number of the hand-in that the marker lets count; empty for the newest
 * @param turns      degrees by which the marker turned pages clockwise, 90, 180 or 270; pages as they came are not in it
 * @param attached   documents that the marker changed outside and attached, in the order of attaching
 */
public record Submission(Student student, List<HandIn> handIns, List<Mark> marks, Scorecard scores, String onTheWhole,
        String privately,
        boolean sealed, List<Receipt> receipts, boolean handedBack, Set<PageRef> seen, Optional<Integer> counting,
        List<Attached> attached, Map<PageRef, Integer> turns) {
    public Submission {
        handIns = List.copyOf(handIns);
        marks = List.copyOf(marks);
        receipts = List.copyOf(receipts);
        seen = Set.copyOf(seen);
        attached = List.copyOf(attached);
        turns = Map.copyOf(turns);
    }

    /** A submission as it came, untouched. */
    public static Submission untouched(Student student, List<HandIn> handIns) {
        return new Submission(student, handIns, List.of(), Scorecard.EMPTY, "", "", false, List.of(), false,
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

    /** The newest receipt of any destination. */
    public Optional<Receipt> receipt() {
        return receipts.isEmpty() ? Optional.empty() : Optional.of(receipts.getLast());
    }

    /** The receipt of a destination; one of an older version, which does not name its destination, where its form fits. */
    public Optional<Receipt> receipt(Destination destination) {
        return receipts.stream()
                .filter(r -> r.destination().equals(destination))
                .findFirst()
                .or(() -> receipts.stream().filter(r -> r.mayBeOf(destination)).findFirst());
    }

    /** True where at most the pages that were seen have changed since another state of the same submission. */
    public boolean differsOnlyInSeen(Submission before) {
        return handIns == before.handIns && marks == before.marks && scores == before.scores
                && onTheWhole.equals(before.onTheWhole) && privately.equals(before.privately)
                && sealed == before.sealed && receipts == before.receipts && handedBack == before.handedBack
                && counting.equals(before.counting) && attached == before.attached && turns.equals(before.turns);
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
        return new Submission(student, handIns, other, scores, onTheWhole, privately, sealed, receipts, handedBack,
                seen,
                counting, attached, turns);
    }

    Submission withScores(Scorecard other) {
        return new Submission(student, handIns, marks, other, onTheWhole, privately, sealed, receipts, handedBack, seen,
                counting, attached, turns);
    }

    Submission withOnTheWhole(String other) {
        return new Submission(student, handIns, marks, scores, other, privately, sealed, receipts, handedBack, seen,
                counting, attached, turns);
    }

    Submission withPrivately(String other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, other, sealed, receipts, handedBack, seen,
                counting, attached, turns);
    }

    /** Sealed or open again; either way the record no longer has the work as it is now. */
    Submission withSealed(boolean other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, other, receipts, false, seen,
                counting, attached, turns);
    }

    Submission withHandedBack(boolean other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipts, other, seen,
                counting, attached, turns);
    }

    /** With the receipt in the place of an earlier one of the same destination; empty takes the newest away. */
    Submission withReceipt(Optional<Receipt> other) {
        List<Receipt> all = new ArrayList<>(receipts);
        if (other.isPresent()) {
            all.removeIf(r -> r.isOfOneDestination(other.get()));
            all.add(other.get());
        } else if (!all.isEmpty()) {
            all.removeLast();
        }
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, all,
                sealed && other.isPresent(),
                seen, counting, attached, turns);
    }

    Submission withSeen(Set<PageRef> other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipts, handedBack,
                other, counting, attached, turns);
    }

    Submission withCounting(Optional<Integer> other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipts, handedBack,
                seen,
                other, attached, turns);
    }

    Submission withAttached(List<Attached> other) {
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipts, handedBack,
                seen,
                counting, other, turns);
    }

    Submission withTurn(PageRef page, int degrees) {
        Map<PageRef, Integer> other = new HashMap<>(turns);
        if (degrees == 0) {
            other.remove(page);
        } else {
            other.put(page, degrees);
        }
        return new Submission(student, handIns, marks, scores, onTheWhole, privately, sealed, receipts, handedBack,
                seen,
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
        return new Submission(student, other, marks, scores, onTheWhole, privately, sealed, receipts, handedBack, seen,
                counting, attached, turns);
    }
}

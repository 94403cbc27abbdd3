package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.NameCover;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.spoken.SpokenRemark;

/**
 * What one student handed in and everything the marker has done with it.
 *
 * @param whose          whose it is
 * @param received       what was handed in, and what the marker attached
 * @param marked         what the marker has done with it
 * @param delivered      whether it is finished, and what was handed back
 * @param correspondence letters and answers
 */
public record Submission(Identity whose, Received received, Marked marked, Delivered delivered,
        Correspondence correspondence) {
    /** A submission as received. */
    public static Submission untouched(Student student, List<HandIn> handIns) {
        return new Submission(Identity.of(student), Received.of(handIns), Marked.NOTHING, Delivered.NOTHING,
                Correspondence.NONE);
    }

    /** The student as shown on screen: as a number while the name is covered. */
    public Student student() {
        return whose.shown();
    }

    /** What to cover in the student's own words; nothing while the name is uncovered. */
    public NameCover cover() {
        return student().isCovered() ? NameCover.of(whose.owner()) : NameCover.NONE;
    }

    /** The name under which a document is shown: its name as received, or its number while the name is covered. */
    public String displayName(Document document) {
        boolean spoken = spoken().stream().anyMatch(s -> s.sound().document().equals(document.id()));
        if (spoken || !student().isCovered()) {
            return document.name();
        }
        int at = documents().stream().map(Document::id).toList().indexOf(document.id());
        return (at < 0
                ? Message.of(Submission.class, "someDocument")
                : Message.of(Submission.class, "document", at + 1)).text();
    }

    /** What the student wrote with a hand-in, with the name covered if it is; may be empty. */
    public String message(HandIn handIn) {
        return cover().cover(handIn.message());
    }

    /** The same state with the student shown as in another state of the same submission. */
    public Submission shownAs(Submission other) {
        return new Submission(other.whose, received, marked, delivered, correspondence);
    }

    /** Oldest first; empty if nothing was received. */
    public List<HandIn> handIns() {
        return received.handIns();
    }

    /** Number of the hand-in that the marker chose to count; empty for the newest. */
    public Optional<Integer> counting() {
        return received.counting();
    }

    /** Documents that the marker changed in another program and attached, in that order. */
    public List<Attached> attached() {
        return received.attached();
    }

    /** Degrees by which the marker turned pages clockwise, 90, 180 or 270; unturned pages are not in it. */
    public Map<PageRef, Integer> turns() {
        return received.turns();
    }

    /** The marks from back to front. */
    public List<Mark> marks() {
        return marked.marks();
    }

    /** The marks as an indexed collection. */
    Marks stack() {
        return marked.stack();
    }

    /** The scores so far. */
    public Scorecard scores() {
        return marked.scores();
    }

    /** The remark on the whole, for the student; may be empty. */
    public String onTheWhole() {
        return marked.onTheWhole();
    }

    /** The private note, never handed back; may be empty. */
    public String privately() {
        return marked.privately();
    }

    /** Pages that have been looked at. */
    public Set<PageRef> seen() {
        return marked.seen();
    }

    /** Who is assigned to mark it; empty if nobody is. */
    public String marker() {
        return marked.marker();
    }

    /** Spoken remarks in the order of their ids, which is the order of recording. */
    public List<SpokenRemark> spoken() {
        return marked.spoken();
    }

    /** The marker's own files: attached or enclosed documents, and recordings of spoken remarks. */
    public Stream<Document> ownFiles() {
        return Stream.concat(attached().stream().map(Attached::document), spoken().stream().map(Document::of));
    }

    public Optional<SpokenRemark> findSpoken(String id) {
        return spoken().stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** True if the marker has finished it. */
    public boolean sealed() {
        return delivered.sealed();
    }

    /** The last receipt of each destination, newest last, whether or not the work has changed since. */
    public List<Receipt> receipts() {
        return delivered.receipts();
    }

    /** True if a destination has the work as it is now. */
    public boolean handedBack() {
        return delivered.handedBack();
    }

    /** When the student first opened what the record has, as far as the record was asked. */
    public Optional<Instant> opened() {
        return delivered.opened();
    }

    /** Findings of the look-over that the marker accepts. */
    public List<Acceptance> accepted() {
        return delivered.accepted();
    }

    /** The hand-in that counts: the one the marker chose, else the newest. */
    public Optional<HandIn> current() {
        return handIns().stream()
                .filter(h -> counting().equals(Optional.of(h.number())))
                .findFirst()
                .or(() -> handIns().isEmpty() ? Optional.empty() : Optional.of(handIns().getLast()));
    }

    /** True if something was handed in after the hand-in that counts. */
    public boolean hasNewer() {
        return current().isPresent() && current().get().number() < handIns().getLast().number();
    }

    /** A received document by its id, of any hand-in. */
    public Optional<Document> findDocument(String id) {
        return handIns().stream().flatMap(h -> h.documents().stream()).filter(d -> d.id().equals(id)).findFirst();
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
        return receipts().isEmpty() ? Optional.empty() : Optional.of(receipts().getLast());
    }

    /** The receipt of a destination; also one of an older version without a destination whose form matches. */
    public Optional<Receipt> receipt(Destination destination) {
        return receipts().stream()
                .filter(r -> r.destination().equals(destination))
                .findFirst()
                .or(() -> receipts().stream().filter(r -> r.mayBelongTo(destination)).findFirst());
    }

    /** True if at most the set of pages seen has changed since another state of the same submission. */
    public boolean differsOnlyInSeen(Submission before) {
        return whose == before.whose && received == before.received && delivered == before.delivered
                && correspondence == before.correspondence
                && (marked == before.marked || marked.differsOnlyInSeen(before.marked));
    }

    public Optional<Mark> findMark(String id) {
        return stack().find(id);
    }

    /** Degrees by which the marker turned a page clockwise: 0, 90, 180 or 270. */
    public int turn(PageRef page) {
        return turns().getOrDefault(page, 0);
    }

    /** How far the marker is with the submission. */
    public Stage stage(MarkScheme scheme) {
        if (sealed()) {
            return handedBack() ? Stage.HANDED_BACK : Stage.SEALED;
        }
        if (scores().isComplete(scheme) && !scores().isEmpty()) {
            return Stage.SCORED;
        }
        if (!marked.isUntouched()) {
            return Stage.BEGUN;
        }
        return handIns().isEmpty() ? Stage.NOTHING_RECEIVED : Stage.UNTOUCHED;
    }

    /** Marks that the student may see, from back to front. */
    public List<Mark> marksForStudent() {
        return marks().stream().filter(m -> !m.isPrivate()).toList();
    }

    private Submission with(Received other) {
        return new Submission(whose, other, marked, delivered, correspondence);
    }

    private Submission with(Marked other) {
        return new Submission(whose, received, other, delivered, correspondence);
    }

    private Submission with(Delivered other) {
        return new Submission(whose, received, marked, other, correspondence);
    }

    Submission covered(int script) {
        Identity covered = whose.covered(script);
        return new Submission(covered, received,
                student().isCovered() ? marked : marked.withAllText(whose::withoutName), delivered, correspondence);
    }

    /** Uncovered, with the name restored wherever the marker's text for the student left it out. */
    Submission named() {
        return new Submission(whose.uncovered(), received, marked.withText(whose::withName), delivered,
                correspondence);
    }

    Submission uncovered() {
        return whose.uncovered() == whose
                ? this
                : new Submission(whose.uncovered(), received, marked.withAllText(whose::withName), delivered,
                        correspondence);
    }

    Submission withMail(String mail) {
        return new Submission(whose.withMail(mail), received, marked, delivered, correspondence);
    }

    Submission with(Correspondence other) {
        return new Submission(whose, received, marked, delivered, other);
    }

    Submission withMarks(List<Mark> other) {
        return with(marked.withMarks(other));
    }

    Submission withScores(Scorecard other) {
        return with(marked.withScores(other));
    }

    Submission withOnTheWhole(String other) {
        return with(marked.withOnTheWhole(other));
    }

    Submission withPrivately(String other) {
        return with(marked.withPrivately(other));
    }

    Submission withSpoken(List<SpokenRemark> other) {
        return with(marked.withSpoken(other));
    }

    Submission withMarker(String other) {
        return with(marked.withMarker(other));
    }

    Submission withSeen(Set<PageRef> other) {
        return with(marked.withSeen(other));
    }

    /** Sealed or reopened; either way the record no longer has the work as it is now. */
    Submission withSealed(boolean other) {
        return with(delivered.withSealed(other));
    }

    Submission withOpened(Instant at) {
        return with(delivered.withOpened(at));
    }

    Submission withHandedBack(boolean other) {
        return with(delivered.withHandedBack(other));
    }

    /** With the receipt in place of an earlier one of the same destination; empty removes the newest. */
    Submission withReceipt(Optional<Receipt> other) {
        return with(delivered.withReceipt(other));
    }

    Submission accepting(Acceptance acceptance) {
        return with(delivered.accepting(acceptance));
    }

    Submission withdrawing(Acceptance acceptance) {
        return with(delivered.withdrawing(acceptance));
    }

    Submission withCounting(Optional<Integer> other) {
        return with(received.withCounting(other));
    }

    Submission withAttached(List<Attached> other) {
        return with(received.withAttached(other));
    }

    Submission withTurn(PageRef page, int degrees) {
        return with(received.withTurn(page, degrees));
    }

    /** With one more hand-in, ordered by number. A sealed submission keeps the hand-in that it was sealed with. */
    Submission withHandIn(HandIn handIn) {
        Optional<Integer> counts = sealed() && counting().isEmpty() ? current().map(HandIn::number) : counting();
        return with(received.withHandIn(handIn).withCounting(counts));
    }

    Submission withHandIns(List<HandIn> other) {
        return with(received.withHandIns(other));
    }
}

package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;

/** Everything a marker can do to a batch. Immutable; {@link Batch#apply} carries it out, {@link Batch#inverse} undoes it. */
public sealed interface Edit {
    /** An edit of one student's submission. */
    sealed interface OfSubmission extends Edit permits PlaceMark, ChangeMark, RemoveMark, SetScore, WriteOnTheWhole,
            WritePrivately, Seal, OpenAgain, SeePage,
            RecordReceipt, ReceiveHandIn, MakePages, LetCount, AttachFile, DetachFile {
        StudentKey student();
    }

    /** @param position how many marks lie below it; -1 for on top */
    record PlaceMark(StudentKey student, Mark mark, int position) implements OfSubmission {
        public PlaceMark(StudentKey student, Mark mark) {
            this(student, mark, -1);
        }
    }

    /** Puts the mark in the place of the one with the same id. */
    record ChangeMark(StudentKey student, Mark mark) implements OfSubmission {}

    record RemoveMark(StudentKey student, String mark) implements OfSubmission {}

    /** @param score empty takes the score away: not scored is not 0 */
    record SetScore(StudentKey student, String criterion, Optional<BigDecimal> score) implements OfSubmission {}

    /** The remark on the whole, for the student. */
    record WriteOnTheWhole(StudentKey student, String words) implements OfSubmission {}

    /** The private note. */
    record WritePrivately(StudentKey student, String words) implements OfSubmission {}

    /** The marker is done; needs every criterion scored. */
    record Seal(StudentKey student) implements OfSubmission {}

    /** Takes the seal off. */
    record OpenAgain(StudentKey student) implements OfSubmission {}

    /** A page was looked at. Not undone by itself. */
    record SeePage(StudentKey student, PageRef page) implements OfSubmission {}

    /** @param receipt empty takes a receipt away, which only undo does */
    record RecordReceipt(StudentKey student, Optional<Receipt> receipt) implements OfSubmission {}

    /** One more hand-in arrived. A fact, not undone. */
    record ReceiveHandIn(StudentKey student, HandIn handIn) implements OfSubmission {}

    /** What became of a received document when pages were made of it. A fact, not undone. */
    record MakePages(StudentKey student, String document, Pages pages) implements OfSubmission {}

    /** @param handIn number of the hand-in that shall count; empty for the newest */
    record LetCount(StudentKey student, Optional<Integer> handIn) implements OfSubmission {}

    /** Attaches a document that the marker changed outside. */
    record AttachFile(StudentKey student, Attached attached) implements OfSubmission {}

    /** @param document id of the attached document */
    record DetachFile(StudentKey student, String document) implements OfSubmission {}

    /** Adds a student to the class. A fact, not undone. */
    record Enrol(Student student) implements Edit {}

    /** Other times, title or maximum. */
    record ChangeTask(Task task) implements Edit {}

    /** Keeps a phrase, or changes the one with the same id. */
    record KeepPhrase(Phrase phrase) implements Edit {}

    record RemovePhrase(String phrase) implements Edit {}

    /** Several edits as one. */
    record Together(List<Edit> edits) implements Edit {
        public Together {
            edits = List.copyOf(edits);
            if (edits.isEmpty()) {
                throw new IllegalArgumentException("Nothing to do together");
            }
        }
    }

    /** The student whose history it belongs to; empty where it concerns the batch alone. */
    default Optional<StudentKey> scope() {
        return switch (this) {
            case OfSubmission of -> Optional.of(of.student());
            case Together(List<Edit> edits) -> edits.stream().flatMap(e -> e.scope().stream()).findFirst();
            case KeepPhrase _,RemovePhrase _,Enrol _,ChangeTask _ -> Optional.empty();
        };
    }

    /** True for what the marker would want to take back; what was seen, arrived or was made of it is a fact, not an act. */
    default boolean isUndoable() {
        return switch (this) {
            case SeePage _,RecordReceipt _,ReceiveHandIn _,MakePages _,Enrol _ -> false;
            default -> true;
        };
    }

    /** True where both write the same one thing, so that undo takes them back at once. */
    default boolean continues(Edit before) {
        return switch (this) {
            case WriteOnTheWhole w -> before instanceof WriteOnTheWhole b && b.student().equals(w.student());
            case WritePrivately w -> before instanceof WritePrivately b && b.student().equals(w.student());
            default -> false;
        };
    }
}

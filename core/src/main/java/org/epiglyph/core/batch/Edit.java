package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.core.task.Task;

/** Everything a marker can do to a batch. Immutable; {@link Batch#apply} carries it out, {@link Batch#inverse} undoes it. */
public sealed interface Edit {
    /** An edit of one student's submission. */
    sealed interface OfSubmission extends Edit permits PlaceMark, ChangeMark, RemoveMark, SetScore, WriteOnTheWhole,
            WritePrivately, Seal, OpenAgain, SeePage,
            RecordReceipt, ReceiveHandIn, MakePages, LetCount, AttachFile, DetachFile,
            OrderMark, TurnPage, BringBack, SetStanding, Judge,
            WriteOnCriterion, Moderate, AcceptFinding, WithdrawAcceptance, LogLetter, StrikeLetter, ReceiveAnswer,
            Reply, Enclose, RemoveEnclosure, LearnAddress, LearnOpened, SetLateness,
            AssignMarker, KeepSpoken, RemoveSpoken {
        StudentKey student();
    }

    /** An edit of the batch as a whole, or of several submissions. */
    sealed interface OfBatch extends Edit permits ChangeScheme, Reword, ArrangePhrases, ChangeAids, Enrol, ChangeTask,
            KeepPhrase, RemovePhrase, CoverNames, UncoverNames, DrawStrips, Together {}

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

    /** @param standing what stands in the place of a score; empty takes it away, which is not scored */
    record SetStanding(StudentKey student, String criterion, Optional<Standing> standing) implements OfSubmission {}

    /** Settles a criterion: by points, a level, parts or a standing. */
    record Judge(StudentKey student, String criterion, Judgement judgement) implements OfSubmission {}

    /** The remark on a criterion, for the student; empty takes it away. */
    record WriteOnCriterion(StudentKey student, String criterion, String text) implements OfSubmission {}

    /** Changes a result apart from the scores; empty takes the change away. */
    record Moderate(StudentKey student, Optional<Moderation> moderation) implements OfSubmission {}

    /** Lateness costs one student something else than the scheme's rule says, or no longer. */
    record SetLateness(StudentKey student, Optional<OwnLateness> lateness) implements OfSubmission {}

    /** Gives a submission to one of several markers, be it sealed or not; empty takes that back. */
    record AssignMarker(StudentKey student, String marker) implements OfSubmission {}

    /**
     * Another mark scheme, with what becomes of the scores there are.
     *
     * @param rescores  a judgement that is no longer as it was planned from stays as it is
     * @param recordHas students of whom the record has the work as it is afterwards, with the receipt's time; only undo names any
     */
    record ChangeScheme(MarkScheme scheme, List<Rescore> rescores,
            Map<StudentKey, Instant> recordHas) implements OfBatch {
        public ChangeScheme {
            rescores = List.copyOf(rescores);
            recordHas = Map.copyOf(recordHas);
        }

        public ChangeScheme(MarkScheme scheme, List<Rescore> rescores) {
            this(scheme, rescores, Map.of());
        }
    }

    /** What becomes of one judgement. */
    record Rescore(StudentKey student, String criterion, Judgement from, Judgement to) {
        Rescore back() {
            return new Rescore(student, criterion, to, from);
        }
    }

    /**
     * Tidies the phrasebook.
     *
     * @param changes     phrases that come, go or change; one that is no longer as it was planned from stays as it is
     * @param collections the collections afterwards
     * @param order       ids of phrases in their order; those that are not named follow
     */
    record ArrangePhrases(List<PhraseChange> changes, List<Collection> collections, List<String> order)
            implements
                OfBatch {
        public ArrangePhrases {
            changes = List.copyOf(changes);
            collections = List.copyOf(collections);
            order = List.copyOf(order);
        }
    }

    /** What becomes of one phrase; empty before for a new one, empty after for one that goes. */
    record PhraseChange(Optional<Phrase> from, Optional<Phrase> to) {
        PhraseChange back() {
            return new PhraseChange(to, from);
        }
    }

    /**
     * Other words for remarks in many places, and scores that follow from a count of them.
     *
     * @param respoken   remarks on criteria and on the whole, by the same rule
     * @param rescores   a judgement that is no longer as it was planned from stays as it is
     * @param rewordings a remark that is no longer as it was planned from stays as it is
     * @param recordHas  students of whom the record has the work as it is afterwards, with the receipt's time; only undo names any
     */
    record Reword(List<Rewording> rewordings, List<Respoken> respoken, List<Rescore> rescores,
            Map<StudentKey, Instant> recordHas)
            implements
                OfBatch {
        public Reword {
            rewordings = List.copyOf(rewordings);
            respoken = List.copyOf(respoken);
            rescores = List.copyOf(rescores);
            recordHas = Map.copyOf(recordHas);
        }

        public Reword(List<Rewording> rewordings, List<Respoken> respoken, List<Rescore> rescores) {
            this(rewordings, respoken, rescores, Map.of());
        }
    }

    /**
     * Other words for a remark on a criterion or on the whole.
     *
     * @param criterion id of the criterion; empty for the whole
     */
    record Respoken(StudentKey student, String criterion, String from, String to) {
        Respoken back() {
            return new Respoken(student, criterion, to, from);
        }
    }

    /** Another remark for one mark. */
    record Rewording(StudentKey student, String mark, Remark from, Remark to) {
        Rewording back() {
            return new Rewording(student, mark, to, from);
        }
    }

    /** The remark on the whole, for the student. */
    record WriteOnTheWhole(StudentKey student, String text) implements OfSubmission {}

    /** The private note. */
    record WritePrivately(StudentKey student, String text) implements OfSubmission {}

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

    /** Lays a file of the marker's beside what goes back, be the submission sealed or not. */
    record Enclose(StudentKey student, Document document) implements OfSubmission {}

    record RemoveEnclosure(StudentKey student, String document) implements OfSubmission {}

    /** @param position how many marks shall lie below it; more than there are for on top */
    record OrderMark(StudentKey student, String mark, int position) implements OfSubmission {}

    /** @param degrees clockwise from the page as it came: 0, 90, 180 or 270 */
    record TurnPage(StudentKey student, PageRef page, int degrees) implements OfSubmission {
        public TurnPage {
            if (degrees % 90 != 0 || degrees < 0 || degrees > 270) {
                throw new IllegalArgumentException("A page turns by 0, 90, 180 or 270 degrees, not " + degrees);
            }
        }
    }

    /** Keeps a spoken remark, or changes the one with the same id. */
    record KeepSpoken(StudentKey student, SpokenRemark remark) implements OfSubmission {}

    /** @param remark id of the spoken remark */
    record RemoveSpoken(StudentKey student, String remark) implements OfSubmission {}

    /** Brings marks, scores and words back as they were at an earlier time. */
    record BringBack(StudentKey student, List<Mark> marks, Scorecard scores, String onTheWhole, String privately,
            List<SpokenRemark> spoken)
            implements
                OfSubmission {
        public BringBack {
            marks = List.copyOf(marks);
            spoken = spoken == null ? List.of() : List.copyOf(spoken); // lines of earlier versions have none
        }
    }

    /** Lets something that the look-over found stand. */
    record AcceptFinding(StudentKey student, Acceptance acceptance) implements OfSubmission {}

    /** Takes back the word that something may stand. */
    record WithdrawAcceptance(StudentKey student, Acceptance acceptance) implements OfSubmission {}

    /** Notes that a student was written a letter, in the place of an earlier word on the same one. A fact, not undone. */
    record LogLetter(StudentKey student, LetterSent letter) implements OfSubmission {}

    /** Notes that a letter did not go after all. A fact, not undone. */
    record StrikeLetter(StudentKey student, String digest) implements OfSubmission {}

    /** Takes what a student answered, in the place of an earlier state of the same answer. A fact, not undone. */
    record ReceiveAnswer(StudentKey student, Answer answer) implements OfSubmission {}

    /** Takes a student's mail address. A fact, not undone. */
    record LearnAddress(StudentKey student, String mail) implements OfSubmission {}

    /** The record says when the student first looked at what it has. */
    record LearnOpened(StudentKey student, Instant at) implements OfSubmission {}

    /** Replies to an answer; empty words take the reply away. */
    record Reply(StudentKey student, String answer, String text) implements OfSubmission {}

    /** Lays other documents beside the pages, or lets remarks be in another language. */
    record ChangeAids(Aids aids) implements OfBatch {}

    /** Adds a student to the class. A fact, not undone. */
    record Enrol(Student student) implements OfBatch {}

    /** Other times, title or maximum. */
    record ChangeTask(Task task) implements OfBatch {}

    /**
     * Lets numbers stand for students.
     *
     * @param scripts the whole class in the order of its numbers
     * @param who     whose names are covered
     */
    record CoverNames(List<StudentKey> scripts, Set<StudentKey> who) implements OfBatch {
        public CoverNames {
            scripts = List.copyOf(scripts);
            who = Set.copyOf(who);
        }
    }

    /** Lets names be read again. @param who whose */
    record UncoverNames(Set<StudentKey> who, String reason) implements OfBatch {
        public UncoverNames {
            who = Set.copyOf(who);
        }
    }

    /** Covers other places on pages that are pictures. */
    record DrawStrips(List<Covers.Strip> strips) implements OfBatch {
        public DrawStrips {
            strips = List.copyOf(strips);
        }
    }

    /** Keeps a phrase, or changes the one with the same id. */
    record KeepPhrase(Phrase phrase) implements OfBatch {}

    record RemovePhrase(String phrase) implements OfBatch {}

    /** Several edits as one. Those of several students belong to the batch. */
    record Together(List<Edit> edits) implements OfBatch {
        public Together {
            edits = List.copyOf(edits);
            if (edits.isEmpty()) {
                throw new IllegalArgumentException("Nothing to do together");
            }
        }

        /** The students of whom its parts, and the parts of those, are. */
        private Set<StudentKey> named() {
            return edits.stream()
                    .flatMap(e -> e instanceof Together nested ? nested.named().stream() : e.scope().stream())
                    .collect(Collectors.toSet());
        }
    }

    /** The student whose history it belongs to; empty where it concerns the batch alone. */
    default Optional<StudentKey> scope() {
        return switch (this) {
            case OfSubmission of -> Optional.of(of.student());
            case Together together -> {
                Set<StudentKey> named = together.named();
                boolean reachesOthers = students().isEmpty(); // a scheme among them changes everybody's result
                yield named.size() == 1 && !reachesOthers
                        ? Optional.of(named.iterator().next())
                        : Optional.empty();
            }
            case KeepPhrase _,RemovePhrase _,Enrol _,ChangeTask _,ChangeAids _,ChangeScheme _,Reword _,ArrangePhrases _,CoverNames _,UncoverNames _,DrawStrips _ ->
                Optional.empty();
        };
    }

    /** The student whose submission is all that it can change; empty where it may change more. */
    default Optional<StudentKey> soleStudent() {
        return switch (this) {
            case OfSubmission one -> Optional.of(one.student());
            case Together(List<Edit> edits) when edits.stream().allMatch(e -> e.soleStudent().isPresent()) -> scope();
            case OfBatch _ -> Optional.empty();
        };
    }

    /** True unless it can change no other submission than another student's. */
    default boolean mayChange(StudentKey student) {
        return soleStudent().map(student::equals).orElse(true);
    }

    /** The students whose submissions it changes; empty where it may change every one. */
    default Optional<Set<StudentKey>> students() {
        return switch (this) {
            case OfSubmission one -> Optional.of(Set.of(one.student()));
            case KeepPhrase _,RemovePhrase _,ArrangePhrases _,ChangeAids _,DrawStrips _ -> Optional.of(Set.of());
            case ChangeScheme _,ChangeTask _,Enrol _,Reword _,CoverNames _,UncoverNames _ -> Optional.empty();
            case Together(List<Edit> edits) -> {
                List<Optional<Set<StudentKey>>> parts = edits.stream().map(Edit::students).toList();
                yield parts.stream().anyMatch(Optional::isEmpty)
                        ? Optional.empty()
                        : Optional.of(parts.stream().flatMap(p -> p.get().stream()).collect(Collectors.toSet()));
            }
        };
    }

    /** True for what the marker would want to take back; what was seen, arrived or was made of it is a fact, not an act. */
    default boolean isUndoable() {
        return switch (this) {
            case RecordReceipt _ -> false;
            case Together(List<Edit> edits) -> !isFact() && edits.stream().anyMatch(Edit::isUndoable);
            default -> !isFact();
        };
    }

    /** True for what was seen, arrived, or was made of what arrived; taking other edits back leaves it as it is. */
    default boolean isFact() {
        return switch (this) {
            case SeePage _,ReceiveHandIn _,MakePages _,Enrol _,LogLetter _,StrikeLetter _,ReceiveAnswer _,LearnAddress _,LearnOpened _ ->
                true;
            case Together(List<Edit> edits) -> edits.stream().anyMatch(Edit::isFact);
            default -> false;
        };
    }

    /** True if both write the same one thing, so that undo takes them back at once. */
    default boolean continues(Edit before) {
        return switch (this) {
            case WriteOnTheWhole w -> before instanceof WriteOnTheWhole b && b.student().equals(w.student());
            case ChangeMark c -> before instanceof ChangeMark b && b.student().equals(c.student())
                    && b.mark().id().equals(c.mark().id());
            case SetScore c -> before instanceof SetScore b && b.student().equals(c.student())
                    && b.criterion().equals(c.criterion());
            case Judge c -> before instanceof Judge b && b.student().equals(c.student())
                    && b.criterion().equals(c.criterion());
            case WriteOnCriterion w -> before instanceof WriteOnCriterion b && b.student().equals(w.student())
                    && b.criterion().equals(w.criterion());
            case KeepSpoken k -> before instanceof KeepSpoken b && b.student().equals(k.student())
                    && b.remark().hasSameSoundAs(k.remark()) && !b.remark().text().isEmpty(); // it was not just spoken
            case Reply r -> before instanceof Reply b && b.student().equals(r.student())
                    && b.answer().equals(r.answer());
            case WritePrivately w -> before instanceof WritePrivately b && b.student().equals(w.student());
            default -> false;
        };
    }
}

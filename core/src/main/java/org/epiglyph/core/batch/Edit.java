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

/**
 * Everything a marker can do to a batch. Immutable; {@link Batch#apply} executes an edit, {@link Batch#inverse}
 * computes its inverse.
 */
public sealed interface Edit {
    /** An edit of one student's submission. */
    sealed interface OfSubmission extends Edit permits PlaceMark, ChangeMark, RemoveMark, SetScore, WriteOnTheWhole,
            WritePrivately, Seal, OpenAgain, SeePage, RecordReceipt, ReceiveHandIn, MakePages, LetCount, AttachFile,
            DetachFile, OrderMark, TurnPage, BringBack, SetStanding, Judge, WriteOnCriterion, Moderate, AcceptFinding,
            WithdrawAcceptance, LogLetter, StrikeLetter, ReceiveAnswer, Reply, Enclose, RemoveEnclosure, LearnAddress,
            LearnOpened, SetLateness, AssignMarker, KeepSpoken, RemoveSpoken {
        StudentKey student();
    }

    /** An edit of the batch as a whole, or of several submissions. */
    sealed interface OfBatch extends Edit permits ChangeScheme, Reword, ArrangePhrases, ChangeAids, Enrol, ChangeTask,
            KeepPhrase, RemovePhrase, CoverNames, UncoverNames, DrawStrips, Together {}

    /** @param position how many marks are below it; -1 for on top */
    record PlaceMark(StudentKey student, Mark mark, int position) implements OfSubmission {
        public PlaceMark(StudentKey student, Mark mark) {
            this(student, mark, -1);
        }
    }

    /** Replaces the mark with the same id. */
    record ChangeMark(StudentKey student, Mark mark) implements OfSubmission {}

    record RemoveMark(StudentKey student, String mark) implements OfSubmission {}

    /** @param score empty removes the score: not scored is not 0 */
    record SetScore(StudentKey student, String criterion, Optional<BigDecimal> score) implements OfSubmission {}

    /** @param standing what replaces a score; empty removes it, which means not scored */
    record SetStanding(StudentKey student, String criterion, Optional<Standing> standing) implements OfSubmission {}

    /** Settles a criterion: by points, a level, parts or a standing. */
    record Judge(StudentKey student, String criterion, Judgement judgement) implements OfSubmission {}

    /** The remark on a criterion, for the student; empty removes it. */
    record WriteOnCriterion(StudentKey student, String criterion, String text) implements OfSubmission {}

    /** Changes a result independently of the scores; empty removes the change. */
    record Moderate(StudentKey student, Optional<Moderation> moderation) implements OfSubmission {}

    /** Sets what lateness costs one student instead of the scheme's rule; empty restores the rule. */
    record SetLateness(StudentKey student, Optional<OwnLateness> lateness) implements OfSubmission {}

    /** Assigns a submission to one of several markers, whether it is sealed or not; empty removes the assignment. */
    record AssignMarker(StudentKey student, String marker) implements OfSubmission {}

    /**
     * Another mark scheme, with the changes to existing scores.
     *
     * @param rescores  a judgement that has changed since the plan was made is left alone
     * @param recordHas students whose work in the record equals the work afterwards, with the receipt's time; set by
     *                  undo only
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

    /** The change to one judgement. */
    record Rescore(StudentKey student, String criterion, Judgement from, Judgement to) {
        Rescore back() {
            return new Rescore(student, criterion, to, from);
        }
    }

    /**
     * Reorganises the phrasebook.
     *
     * @param changes     phrases that are added, removed or changed; one that has changed since the plan was made is
     *                    left alone
     * @param collections the collections afterwards
     * @param order       phrase ids in order; phrases that are not named follow
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

    /** The change to one phrase; {@code from} is empty for a new one, {@code to} for one that is removed. */
    record PhraseChange(Optional<Phrase> from, Optional<Phrase> to) {
        PhraseChange back() {
            return new PhraseChange(to, from);
        }
    }

    /**
     * New text for remarks in many places, and scores that follow from counting phrases.
     *
     * @param respoken   remarks on criteria and on the whole, by the same rule
     * @param rescores   a judgement that has changed since the plan was made is left alone
     * @param rewordings a remark that has changed since the plan was made is left alone
     * @param recordHas  students whose work in the record equals the work afterwards, with the receipt's time; set by
     *                   undo only
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

    /** @param criterion id of the criterion whose remark has new text; empty for the remark on the whole */
    record Respoken(StudentKey student, String criterion, String from, String to) {
        Respoken back() {
            return new Respoken(student, criterion, to, from);
        }
    }

    /** A new remark for one mark. */
    record Rewording(StudentKey student, String mark, Remark from, Remark to) {
        Rewording back() {
            return new Rewording(student, mark, to, from);
        }
    }

    /** The remark on the whole, for the student. */
    record WriteOnTheWhole(StudentKey student, String text) implements OfSubmission {}

    /** The private note. */
    record WritePrivately(StudentKey student, String text) implements OfSubmission {}

    /** The marker has finished; requires every criterion to be scored. */
    record Seal(StudentKey student) implements OfSubmission {}

    /** Removes the seal. */
    record OpenAgain(StudentKey student) implements OfSubmission {}

    /** A page was looked at. Not undone on its own. */
    record SeePage(StudentKey student, PageRef page) implements OfSubmission {}

    /** @param receipt empty removes a receipt, which only undo does */
    record RecordReceipt(StudentKey student, Optional<Receipt> receipt) implements OfSubmission {}

    /** Another hand-in arrived. A fact, not undone. */
    record ReceiveHandIn(StudentKey student, HandIn handIn) implements OfSubmission {}

    /** The result of converting a received document to pages. A fact, not undone. */
    record MakePages(StudentKey student, String document, Pages pages) implements OfSubmission {}

    /** @param handIn number of the hand-in that counts; empty for the newest */
    record LetCount(StudentKey student, Optional<Integer> handIn) implements OfSubmission {}

    /** Attaches a document that the marker changed in another program. */
    record AttachFile(StudentKey student, Attached attached) implements OfSubmission {}

    /** @param document id of the attached document */
    record DetachFile(StudentKey student, String document) implements OfSubmission {}

    /** Adds a file of the marker's to what is handed back, whether the submission is sealed or not. */
    record Enclose(StudentKey student, Document document) implements OfSubmission {}

    record RemoveEnclosure(StudentKey student, String document) implements OfSubmission {}

    /** @param position how many marks are below it afterwards; more than there are for on top */
    record OrderMark(StudentKey student, String mark, int position) implements OfSubmission {}

    /** @param degrees clockwise from the page as received: 0, 90, 180 or 270 */
    record TurnPage(StudentKey student, PageRef page, int degrees) implements OfSubmission {
        public TurnPage {
            if (degrees % 90 != 0 || degrees < 0 || degrees > 270) {
                throw new IllegalArgumentException("A page turns by 0, 90, 180 or 270 degrees, not " + degrees);
            }
        }
    }

    /** Stores a spoken remark, or replaces the one with the same id. */
    record KeepSpoken(StudentKey student, SpokenRemark remark) implements OfSubmission {}

    /** @param remark id of the spoken remark */
    record RemoveSpoken(StudentKey student, String remark) implements OfSubmission {}

    /** Restores marks, scores and text as they were at an earlier time. */
    record BringBack(StudentKey student, List<Mark> marks, Scorecard scores, String onTheWhole, String privately,
            List<SpokenRemark> spoken)
            implements
                OfSubmission {
        public BringBack {
            marks = List.copyOf(marks);
            spoken = spoken == null ? List.of() : List.copyOf(spoken); // lines of earlier versions have no spoken remarks
        }
    }

    /** Accepts something that the look-over found. */
    record AcceptFinding(StudentKey student, Acceptance acceptance) implements OfSubmission {}

    /** Withdraws an acceptance. */
    record WithdrawAcceptance(StudentKey student, Acceptance acceptance) implements OfSubmission {}

    /** Records that a letter was sent, replacing an earlier entry for the same letter. A fact, not undone. */
    record LogLetter(StudentKey student, LetterSent letter) implements OfSubmission {}

    /** Records that a letter was not sent after all. A fact, not undone. */
    record StrikeLetter(StudentKey student, String digest) implements OfSubmission {}

    /** Stores a student's answer, replacing an earlier version of it. A fact, not undone. */
    record ReceiveAnswer(StudentKey student, Answer answer) implements OfSubmission {}

    /** Stores a student's mail address. A fact, not undone. */
    record LearnAddress(StudentKey student, String mail) implements OfSubmission {}

    /** Stores when the student first opened what the record has. */
    record LearnOpened(StudentKey student, Instant at) implements OfSubmission {}

    /** Replies to an answer; empty text removes the reply. */
    record Reply(StudentKey student, String answer, String text) implements OfSubmission {}

    /** Changes the documents beside the pages, the language or the limits. */
    record ChangeAids(Aids aids) implements OfBatch {}

    /** Adds a student to the class. A fact, not undone. */
    record Enrol(Student student) implements OfBatch {}

    /** Changes times, title or maximum. */
    record ChangeTask(Task task) implements OfBatch {}

    /**
     * Covers students' names by numbers.
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

    /** @param who whose names are uncovered */
    record UncoverNames(Set<StudentKey> who, String reason) implements OfBatch {
        public UncoverNames {
            who = Set.copyOf(who);
        }
    }

    /** Changes which areas are covered on pages that are pictures. */
    record DrawStrips(List<Covers.Strip> strips) implements OfBatch {
        public DrawStrips {
            strips = List.copyOf(strips);
        }
    }

    /** Stores a phrase, or replaces the one with the same id. */
    record KeepPhrase(Phrase phrase) implements OfBatch {}

    record RemovePhrase(String phrase) implements OfBatch {}

    /** Several edits as one. If they concern several students, the edit belongs to the batch. */
    record Together(List<Edit> edits) implements OfBatch {
        public Together {
            edits = List.copyOf(edits);
            if (edits.isEmpty()) {
                throw new IllegalArgumentException("Nothing to do together");
            }
        }

        /** The students of its parts, including nested parts. */
        private Set<StudentKey> named() {
            return edits.stream()
                    .flatMap(e -> e instanceof Together nested ? nested.named().stream() : e.scope().stream())
                    .collect(Collectors.toSet());
        }
    }

    /** The student whose history it belongs to; empty if it belongs to the batch. */
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

    /** The only student whose submission it can change; empty if it may change others. */
    default Optional<StudentKey> soleStudent() {
        return switch (this) {
            case OfSubmission one -> Optional.of(one.student());
            case Together(List<Edit> edits) when edits.stream().allMatch(e -> e.soleStudent().isPresent()) -> scope();
            case OfBatch _ -> Optional.empty();
        };
    }

    /** False if it can only change other students' submissions. */
    default boolean mayChange(StudentKey student) {
        return soleStudent().map(student::equals).orElse(true);
    }

    /** The students whose submissions it changes; empty if it may change any. */
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

    /** True for anything the marker would want to undo, which excludes {@linkplain #isFact facts}. */
    default boolean isUndoable() {
        return switch (this) {
            case RecordReceipt _ -> false;
            case Together(List<Edit> edits) -> !isFact() && edits.stream().anyMatch(Edit::isUndoable);
            default -> !isFact();
        };
    }

    /** True for what was seen, what arrived, or what was made of it; undoing other edits leaves it alone. */
    default boolean isFact() {
        return switch (this) {
            case SeePage _,ReceiveHandIn _,MakePages _,Enrol _,LogLetter _,StrikeLetter _,ReceiveAnswer _,LearnAddress _,LearnOpened _ ->
                true;
            case Together(List<Edit> edits) -> edits.stream().anyMatch(Edit::isFact);
            default -> false;
        };
    }

    /** True if both edits write the same thing, so that one undo reverts both. */
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
                    && b.remark().hasSameSoundAs(k.remark()) && !b.remark().text().isEmpty(); // not merely recorded
            case Reply r -> before instanceof Reply b && b.student().equals(r.student())
                    && b.answer().equals(r.answer());
            case WritePrivately w -> before instanceof WritePrivately b && b.student().equals(w.student());
            default -> false;
        };
    }
}

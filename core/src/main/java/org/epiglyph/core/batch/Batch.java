package org.epiglyph.core.batch;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Circumstances;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.scoring.Scoring;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.core.task.Task;

/** Everything handed in for one task, with roster, scheme, marks and scores. Immutable: each edit gives a new batch. */
public final class Batch {
    private final Task task;
    private final MarkScheme scheme;
    private final Phrasebook phrasebook;
    private final Map<StudentKey, Submission> submissions;
    private final Aids aids;
    /** Results as far as they were asked for; shared with the batches before and after, as long as task and scheme are the same. */
    private final Map<StudentKey, Computed> results;

    private Batch(Task task, MarkScheme scheme, Phrasebook phrasebook, Map<StudentKey, Submission> submissions,
            Aids aids, Map<StudentKey, Computed> results) {
        this.results = results;
        this.aids = aids;
        this.task = task;
        this.scheme = scheme;
        this.phrasebook = phrasebook;
        this.submissions = submissions;
    }

    /**
     * A batch as it was collected.
     *
     * @param submissions one for each student of the roster, in roster order
     */
    public static Batch collected(Task task, MarkScheme scheme, Phrasebook phrasebook, List<Submission> submissions) {
        Map<StudentKey, Submission> byKey = new LinkedHashMap<>();
        for (Submission submission : submissions) {
            if (byKey.put(submission.student().key(), submission) != null) {
                throw new IllegalArgumentException("Two submissions for the key " + submission.student().key());
            }
        }
        return new Batch(task, scheme, phrasebook, byKey, Aids.NONE, new ConcurrentHashMap<>());
    }

    public Task task() {
        return task;
    }

    public MarkScheme scheme() {
        return scheme;
    }

    public Phrasebook phrasebook() {
        return phrasebook;
    }

    /** What lies beside the pages for the whole batch. */
    public Aids aids() {
        return aids;
    }

    /** How often each phrase stands on the pages of the batch, by its id. */
    public Map<String, Integer> phraseUses() {
        Map<String, Integer> uses = new HashMap<>();
        for (Submission submission : submissions.values()) {
            for (Mark mark : submission.marks()) {
                if (!mark.remark().phrase().isEmpty()) {
                    uses.merge(mark.remark().phrase(), 1, Integer::sum);
                }
            }
        }
        return uses;
    }

    /** All submissions in roster order. */
    public Collection<Submission> submissions() {
        return Collections.unmodifiableCollection(submissions.values());
    }

    /** The student's submission; an unknown key is a fault of the caller. */
    public Submission submission(StudentKey student) {
        Submission submission = submissions.get(student);
        if (submission == null) {
            throw new IllegalArgumentException("The batch has no student " + student);
        }
        return submission;
    }

    /** The student's result and how it came about. */
    public Result result(StudentKey student) {
        Submission submission = submission(student);
        return results.compute(student, (_, there) -> there != null && there.submission == submission
                ? there
                : new Computed(submission,
                        Scoring.result(scheme, submission.scores(), circumstances(submission)))).result;
    }

    /** What beside the scores decides a student's result. */
    public Circumstances circumstances(Submission submission) {
        Optional<Duration> late = submission.current()
                .flatMap(HandIn::at)
                .flatMap(at -> task.lateness(submission.student().key(), at))
                .filter(Lateness::isLate)
                .map(Lateness::sinceDue);
        return new Circumstances(task.maximum(), late);
    }

    private record Computed(Submission submission, Result result) {}

    /**
     * The batch after the edit.
     *
     * @throws EditRefused where the edit is not allowed; the message says why
     */
    public Batch apply(Edit edit) {
        return switch (edit) {
            case Edit.PlaceMark(StudentKey student, Mark mark, int position) ->
                changed(student, s -> s.withMarks(placed(s, mark, position)));
            case Edit.ChangeMark(StudentKey student, Mark mark) ->
                changed(student, s -> s.withMarks(exchanged(s, mark)));
            case Edit.RemoveMark(StudentKey student, String mark) ->
                changed(student, s -> s.withMarks(without(s, mark)));
            case Edit.SetScore score -> {
                refuseOutOfRange(score);
                yield changed(score.student(), s -> s.withScores(s.scores().with(score.criterion(), score.score())));
            }
            case Edit.SetStanding(StudentKey student, String criterion, Optional<Standing> standing) ->
                changed(student, s -> s.withScores(s.scores().withStanding(criterion(criterion).id(), standing)));
            case Edit.Judge(StudentKey student, String criterion, Judgement judgement) -> {
                judgement.refusal(criterion(criterion)).ifPresent(Batch::refuse);
                yield changed(student, s -> s.withScores(s.scores().with(criterion, judgement)));
            }
            case Edit.WriteOnCriterion(StudentKey student, String criterion, String words) ->
                changed(student, s -> s.withScores(s.scores().withWords(criterion(criterion).id(), words)));
            case Edit.Moderate(StudentKey student, Optional<Moderation> moderation) ->
                changed(student, s -> s.withScores(s.scores().withModeration(moderation)));
            case Edit.ChangeScheme change -> withScheme(change);
            case Edit.Reword reword -> reworded(reword);
            case Edit.ArrangePhrases arrange ->
                new Batch(task, scheme, arranged(phrasebook, arrange), submissions, aids, results);
            case Edit.WriteOnTheWhole(StudentKey student, String words) ->
                changed(student, s -> s.withOnTheWhole(words));
            case Edit.WritePrivately(StudentKey student, String words) ->
                whetherSealedOrNot(student, s -> s.withPrivately(words));
            case Edit.Seal(StudentKey student) -> {
                refuseUnfinished(existing(student));
                yield changed(student, s -> s.withSealed(true));
            }
            case Edit.OpenAgain(StudentKey student) -> {
                if (!existing(student).sealed()) {
                    throw new EditRefused("This submission is open already.");
                }
                yield whetherSealedOrNot(student, s -> s.withSealed(false));
            }
            case Edit.SeePage(StudentKey student, PageRef page) ->
                whetherSealedOrNot(student, s -> s.withSeen(with(s.seen(), page)));
            case Edit.RecordReceipt(StudentKey student, Optional<Receipt> receipt) ->
                whetherSealedOrNot(student, s -> s.withReceipt(receipt));
            case Edit.ReceiveHandIn(StudentKey student, HandIn handIn) -> {
                if (existing(student).handIns().stream().anyMatch(h -> h.number() == handIn.number())) {
                    throw new EditRefused("There is a hand-in " + handIn.number() + " already.");
                }
                yield whetherSealedOrNot(student, s -> s.withHandIn(handIn));
            }
            case Edit.MakePages(StudentKey student, String document, Pages pages) ->
                whetherSealedOrNot(student, s -> withPages(s, document, pages));
            case Edit.LetCount(StudentKey student, Optional<Integer> handIn) -> changed(student, s -> {
                if (handIn.isPresent() && s.handIns().stream().noneMatch(h -> h.number() == handIn.get())) {
                    throw new EditRefused("There is no hand-in " + handIn.get() + ".");
                }
                return s.withCounting(handIn);
            });
            case Edit.AttachFile(StudentKey student, Attached attached) ->
                changed(student, s -> s.withAttached(
                        Stream.concat(s.attached().stream(), Stream.of(attached)).toList()));
            case Edit.DetachFile(StudentKey student, String document) ->
                changed(student, s -> s.withAttached(
                        s.attached().stream().filter(a -> !a.document().id().equals(document)).toList()));
            case Edit.Enrol(Student student) -> {
                if (submissions.containsKey(student.key())) {
                    throw new EditRefused("The key " + student.key() + " is in the class already.");
                }
                Map<StudentKey, Submission> more = new LinkedHashMap<>(submissions);
                more.put(student.key(), Submission.untouched(student, List.of()));
                yield new Batch(task, scheme, phrasebook, more, aids, results);
            }
            case Edit.ChangeTask(Task other) -> withTask(other);
            case Edit.OrderMark(StudentKey student, String mark, int position) ->
                changed(student, s -> s.withMarks(ordered(s, mark, position)));
            case Edit.TurnPage(StudentKey student, PageRef page, int degrees) ->
                whetherSealedOrNot(student, s -> s.withTurn(page, degrees));
            case Edit.BringBack(StudentKey student, List<Mark> marks, Scorecard scores, String whole, String note) ->
                changed(student,
                        s -> s.withMarks(marks).withScores(scores).withOnTheWhole(whole).withPrivately(note));
            case Edit.ChangeAids(Aids other) -> new Batch(task, scheme, phrasebook, submissions, other, results);
            case Edit.KeepPhrase(Phrase phrase) ->
                new Batch(task, scheme, phrasebook.with(phrase), submissions, aids, results);
            case Edit.RemovePhrase(String phrase) ->
                new Batch(task, scheme, phrasebook.without(phrase), submissions, aids, results);
            case Edit.Together(List<Edit> edits) -> {
                Batch batch = this;
                for (Edit part : edits) {
                    batch = batch.apply(part);
                }
                yield batch;
            }
        };
    }

    /** The edit that takes the given one back, when this is the batch before it. */
    public Edit inverse(Edit edit) {
        return new Inverse(this).of(edit);
    }

    private Batch changed(StudentKey student, UnaryOperator<Submission> change) {
        if (existing(student).sealed()) {
            throw EditRefused.forNow("This submission is sealed. Open it again to change it.");
        }
        return whetherSealedOrNot(student, change);
    }

    private Batch whetherSealedOrNot(StudentKey student, UnaryOperator<Submission> change) {
        Map<StudentKey, Submission> changed = new LinkedHashMap<>(submissions);
        changed.put(student, change.apply(existing(student)));
        return new Batch(task, scheme, phrasebook, changed, aids, results);
    }

    private void refuseOutOfRange(Edit.SetScore edit) {
        edit.score().flatMap(points -> criterion(edit.criterion()).refusal(points)).ifPresent(Batch::refuse);
    }

    private static void refuse(String why) {
        throw new EditRefused(why);
    }

    /** Reaches sealed work too, which whoever plans it must say. */
    private Batch withScheme(Edit.ChangeScheme change) {
        Map<StudentKey, Submission> changed = rescored(change.rescores());
        Batch after = new Batch(task, change.scheme(), phrasebook, changed, aids, new ConcurrentHashMap<>());
        changed.replaceAll((student, s) -> s.withHandedBack(recordHas(change.recordHas(), s)
                || s.handedBack() && result(student).derivation().equals(after.result(student).derivation())));
        return after;
    }

    /** Work whose result moves with the due time or the maximum is no longer what was handed back. */
    private Batch withTask(Task other) {
        Map<StudentKey, Submission> changed = new LinkedHashMap<>(submissions);
        Batch after = new Batch(other, scheme, phrasebook, changed, aids, new ConcurrentHashMap<>());
        changed.replaceAll((student, s) -> s.handedBack()
                && !result(student).derivation().equals(after.result(student).derivation())
                        ? s.withHandedBack(false)
                        : s);
        return after;
    }

    private static boolean recordHas(Map<StudentKey, Instant> then, Submission submission) {
        return submission.sealed()
                && submission.receipts().stream().anyMatch(r -> r.at().equals(then.get(submission.student().key())));
    }

    private Map<StudentKey, Submission> rescored(List<Edit.Rescore> rescores) {
        Map<StudentKey, Submission> changed = new LinkedHashMap<>(submissions);
        for (Edit.Rescore rescore : rescores) {
            Submission before = changed.get(rescore.student());
            if (before != null && before.scores().judgement(rescore.criterion()).equals(rescore.from())) {
                changed.put(rescore.student(),
                        before.withScores(before.scores().with(rescore.criterion(), rescore.to())));
            }
        }
        return changed;
    }

    private static Phrasebook arranged(Phrasebook before, Edit.ArrangePhrases arrange) {
        Phrasebook book = before;
        for (Edit.PhraseChange change : arrange.changes()) {
            String id = change.from().or(change::to).map(Phrase::id).orElse("");
            if (book.find(id).equals(change.from())) {
                book = change.to().map(book::with).orElse(book.without(id));
            }
        }
        return book.withCollections(arrange.collections()).ordered(arrange.order());
    }

    private Batch reworded(Edit.Reword reword) {
        Map<StudentKey, Submission> changed = rescored(reword.rescores());
        for (Edit.Rescore rescore : reword.rescores()) {
            changed.computeIfPresent(rescore.student(),
                    (_, s) -> s.withHandedBack(recordHas(reword.recordHas(), s)));
        }
        for (Edit.Rewording rewording : reword.rewordings()) {
            Submission before = changed.get(rewording.student());
            Optional<Mark> mark = before == null
                    ? Optional.empty()
                    : before.findMark(rewording.mark()).filter(m -> m.remark().equals(rewording.from()));
            mark.ifPresent(m -> changed.put(rewording.student(),
                    before.withMarks(exchanged(before, m.withRemark(rewording.to())))
                            .withHandedBack(recordHas(reword.recordHas(), before))));
        }
        for (Edit.Respoken respoken : reword.respoken()) {
            changed.computeIfPresent(respoken.student(),
                    (_, s) -> spoken(s, respoken.criterion()).equals(respoken.from())
                            ? respoken(s, respoken).withHandedBack(recordHas(reword.recordHas(), s))
                            : s);
        }
        return new Batch(task, scheme, phrasebook, changed, aids, results);
    }

    /** The remark on a criterion; on the whole for an empty id. */
    static String spoken(Submission submission, String criterion) {
        return criterion.isEmpty() ? submission.onTheWhole() : submission.scores().words(criterion);
    }

    private static Submission respoken(Submission submission, Edit.Respoken to) {
        return to.criterion().isEmpty()
                ? submission.withOnTheWhole(to.to())
                : submission.withScores(submission.scores().withWords(to.criterion(), to.to()));
    }

    private void refuseUnfinished(Submission submission) {
        if (!submission.scores().isComplete(scheme)) {
            String left = String.join(", ", submission.scores().left(scheme).stream().map(c -> c.name()).toList());
            throw new EditRefused("Not scored yet: " + left + ". Give a score, 0 included, then seal.");
        }
    }

    /** The student's submission; refused where the class has no such student. */
    Submission existing(StudentKey student) {
        Submission submission = submissions.get(student);
        if (submission == null) {
            throw new EditRefused("The class has no student with the key " + student + ".");
        }
        return submission;
    }

    private Criterion criterion(String id) {
        return scheme.findCriterion(id)
                .orElseThrow(() -> new EditRefused("The mark scheme no longer has that criterion."));
    }

    /** A mark of the submission; refused where it is gone. */
    static Mark found(Submission s, String id) {
        return s.findMark(id).orElseThrow(() -> new EditRefused("That mark is no longer there."));
    }

    private static List<Mark> placed(Submission s, Mark mark, int position) {
        if (s.findMark(mark.id()).isPresent()) {
            throw new EditRefused("A mark with the same id is there already.");
        }
        List<Mark> marks = new ArrayList<>(s.marks());
        marks.add(position < 0 ? marks.size() : Math.min(position, marks.size()), mark);
        return marks;
    }

    private static List<Mark> exchanged(Submission s, Mark mark) {
        found(s, mark.id());
        return s.marks().stream().map(m -> m.id().equals(mark.id()) ? mark : m).toList();
    }

    private static List<Mark> ordered(Submission s, String id, int position) {
        Mark moved = found(s, id);
        List<Mark> marks = new ArrayList<>(without(s, id));
        marks.add(Math.clamp(position, 0, marks.size()), moved);
        return marks;
    }

    private static List<Mark> without(Submission s, String id) {
        found(s, id);
        return s.marks().stream().filter(m -> !m.id().equals(id)).toList();
    }

    /** A document that did not change between two hand-ins belongs to both. */
    private static Submission withPages(Submission s, String document, Pages pages) {
        Document changed = s.findDocument(document)
                .orElseThrow(() -> new EditRefused("There is no document " + document + "."))
                .withPages(pages);
        return s.withHandIns(s.handIns().stream().map(h -> h.with(changed)).toList());
    }

    private static Set<PageRef> with(Set<PageRef> seen, PageRef page) {
        Set<PageRef> more = new HashSet<>(seen);
        more.add(page);
        return more;
    }
}

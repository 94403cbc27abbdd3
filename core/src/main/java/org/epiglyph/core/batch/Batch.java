package org.epiglyph.core.batch;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Scoring;
import org.epiglyph.core.task.Task;

/** Everything handed in for one task, with roster, scheme, marks and scores. Immutable: each edit gives a new batch. */
public final class Batch {
    private final Task task;
    private final MarkScheme scheme;
    private final Phrasebook phrasebook;
    private final Map<StudentKey, Submission> submissions;

    private Batch(Task task, MarkScheme scheme, Phrasebook phrasebook, Map<StudentKey, Submission> submissions) {
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
        return new Batch(task, scheme, phrasebook, byKey);
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
        return Scoring.result(scheme, submission(student).scores(), task.maximum());
    }

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
            case Edit.WriteOnTheWhole(StudentKey student, String words) ->
                changed(student, s -> s.withOnTheWhole(words));
            case Edit.WritePrivately(StudentKey student, String words) ->
                whetherSealedOrNot(student, s -> s.withPrivately(words));
            case Edit.Seal(StudentKey student) -> {
                refuseUnfinished(submission(student));
                yield changed(student, s -> s.withSealed(true));
            }
            case Edit.OpenAgain(StudentKey student) -> {
                if (!submission(student).sealed()) {
                    throw new EditRefused("This submission is open already.");
                }
                yield whetherSealedOrNot(student, s -> s.withSealed(false));
            }
            case Edit.SeePage(StudentKey student, PageRef page) ->
                whetherSealedOrNot(student, s -> s.withSeen(with(s.seen(), page)));
            case Edit.RecordReceipt(StudentKey student, Optional<Receipt> receipt) ->
                whetherSealedOrNot(student, s -> s.withReceipt(receipt));
            case Edit.ReceiveHandIn(StudentKey student, HandIn handIn) -> {
                if (submission(student).handIns().stream().anyMatch(h -> h.number() == handIn.number())) {
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
                yield new Batch(task, scheme, phrasebook, more);
            }
            case Edit.ChangeTask(Task other) -> new Batch(other, scheme, phrasebook, submissions);
            case Edit.KeepPhrase(Phrase phrase) -> new Batch(task, scheme, phrasebook.with(phrase), submissions);
            case Edit.RemovePhrase(String phrase) -> new Batch(task, scheme, phrasebook.without(phrase), submissions);
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
        return switch (edit) {
            case Edit.PlaceMark(StudentKey student, Mark mark, int _) -> new Edit.RemoveMark(student, mark.id());
            case Edit.ChangeMark(StudentKey student, Mark mark) ->
                new Edit.ChangeMark(student, mark(student, mark.id()));
            case Edit.RemoveMark(StudentKey student, String id) ->
                new Edit.PlaceMark(student, mark(student, id), submission(student).marks().indexOf(mark(student, id)));
            case Edit.SetScore(StudentKey student, String criterion, Optional<java.math.BigDecimal> _) ->
                new Edit.SetScore(student, criterion, submission(student).scores().score(criterion));
            case Edit.WriteOnTheWhole(StudentKey student, String _) ->
                new Edit.WriteOnTheWhole(student, submission(student).onTheWhole());
            case Edit.WritePrivately(StudentKey student, String _) ->
                new Edit.WritePrivately(student, submission(student).privately());
            case Edit.Seal(StudentKey student) -> new Edit.OpenAgain(student);
            case Edit.OpenAgain(StudentKey student) -> resealed(student);
            case Edit.SeePage see -> see;
            case Edit.RecordReceipt(StudentKey student, Optional<Receipt> _) ->
                new Edit.RecordReceipt(student, submission(student).receipt());
            case Edit.ReceiveHandIn _,Edit.MakePages _,Edit.Enrol _ -> edit; // facts are not taken back
            case Edit.LetCount(StudentKey student, Optional<Integer> _) ->
                new Edit.LetCount(student, submission(student).counting());
            case Edit.AttachFile(StudentKey student, Attached attached) ->
                new Edit.DetachFile(student, attached.document().id());
            case Edit.DetachFile(StudentKey student, String document) -> new Edit.AttachFile(student,
                    submission(student).attached()
                            .stream()
                            .filter(a -> a.document().id().equals(document))
                            .findFirst()
                            .orElseThrow(() -> new EditRefused("That document is no longer attached.")));
            case Edit.ChangeTask _ -> new Edit.ChangeTask(task);
            case Edit.KeepPhrase(Phrase phrase) ->
                phrasebook.find(phrase.id()).<Edit>map(Edit.KeepPhrase::new).orElse(new Edit.RemovePhrase(phrase.id()));
            case Edit.RemovePhrase(String id) -> new Edit.KeepPhrase(
                    phrasebook.find(id).orElseThrow(() -> new EditRefused("That phrase is no longer there.")));
            case Edit.Together(List<Edit> edits) -> {
                List<Edit> back = new ArrayList<>();
                Batch batch = this;
                for (Edit part : edits) {
                    back.addFirst(batch.inverse(part));
                    batch = batch.apply(part);
                }
                yield new Edit.Together(back);
            }
        };
    }

    /** Where the record had the work as it is, taking that back brings both again: what was handed back has not changed. */
    private Edit resealed(StudentKey student) {
        Submission submission = submission(student);
        Edit seal = new Edit.Seal(student);
        return submission.receipt().isEmpty()
                ? seal
                : new Edit.Together(List.of(seal, new Edit.RecordReceipt(student, submission.receipt())));
    }

    private Mark mark(StudentKey student, String id) {
        return submission(student).findMark(id).orElseThrow(() -> new EditRefused("That mark is no longer there."));
    }

    private Batch changed(StudentKey student, UnaryOperator<Submission> change) {
        if (submission(student).sealed()) {
            throw new EditRefused("This submission is sealed. Open it again to change it.");
        }
        return whetherSealedOrNot(student, change);
    }

    private Batch whetherSealedOrNot(StudentKey student, UnaryOperator<Submission> change) {
        Map<StudentKey, Submission> changed = new LinkedHashMap<>(submissions);
        changed.put(student, change.apply(submission(student)));
        return new Batch(task, scheme, phrasebook, changed);
    }

    private void refuseOutOfRange(Edit.SetScore edit) {
        edit.score().flatMap(points -> scheme.criterion(edit.criterion()).refusal(points)).ifPresent(why -> {
            throw new EditRefused(why);
        });
    }

    private void refuseUnfinished(Submission submission) {
        if (!submission.scores().isComplete(scheme)) {
            String left = String.join(", ",
                    scheme.criteria()
                            .stream()
                            .filter(c -> submission.scores().score(c.id()).isEmpty())
                            .map(c -> c.name())
                            .toList());
            throw new EditRefused("Not scored yet: " + left + ". Give a score, 0 included, then seal.");
        }
    }

    private static List<Mark> placed(Submission s, Mark mark, int position) {
        if (s.findMark(mark.id()).isPresent()) {
            throw new EditRefused("A mark with the same id is there already.");
        }
        List<Mark> marks = new ArrayList<>(s.marks());
        marks.add(position < 0 ? marks.size() : Math.min(position, marks.size()), mark);
        return marks;
    }

    private List<Mark> exchanged(Submission s, Mark mark) {
        mark(s.student().key(), mark.id());
        return s.marks().stream().map(m -> m.id().equals(mark.id()) ? mark : m).toList();
    }

    private List<Mark> without(Submission s, String id) {
        mark(s.student().key(), id);
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

package org.epiglyph.core.batch;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Naming;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Circumstances;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Scoring;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.core.task.Task;

/**
 * Everything handed in for one task, with roster, scheme, marks and scores. Immutable: each edit returns a new batch.
 */
public final class Batch {
    private final Task task;
    private final MarkScheme scheme;
    private final Phrasebook phrasebook;
    private final Submissions submissions;
    private final Aids aids;
    private final Covers covers;
    /** Results computed so far; shared with earlier and later batches as long as task and scheme are the same. */
    private final Map<StudentKey, Computed> results;

    private Batch(Task task, MarkScheme scheme, Phrasebook phrasebook, Submissions submissions, Aids aids,
            Covers covers, Map<StudentKey, Computed> results) {
        this.covers = covers;
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
        return restored(task, scheme, phrasebook, Aids.NONE, Covers.NONE, submissions);
    }

    /**
     * A batch restored from a checkpoint.
     *
     * @param submissions one for each student of the roster, in the order in which they were
     */
    public static Batch restored(Task task, MarkScheme scheme, Phrasebook phrasebook, Aids aids,
            Covers covers, List<Submission> submissions) {
        return new Batch(task, scheme, phrasebook, Submissions.of(submissions), aids, covers,
                new ConcurrentHashMap<>());
    }

    /** The batch with one student alone; with no student if the class does not have this one. */
    Batch only(StudentKey student) {
        return new Batch(task, scheme, phrasebook, Submissions.of(submissions.find(student).stream().toList()), aids,
                covers, new ConcurrentHashMap<>());
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

    /** Documents and settings for the whole batch. */
    public Aids aids() {
        return aids;
    }

    /** The numbers that stand for students while their names are covered. */
    public Covers covers() {
        return covers;
    }

    /** True if a student's name is covered. */
    public boolean isCovered() {
        return submissions.isCovered();
    }

    /**
     * The batch with all names uncovered, also in text to students, in the record system's order. For handing back,
     * matching and letters, never for the screen.
     */
    public Batch named() {
        return covers.isNone()
                ? this
                : new Batch(task, scheme, phrasebook, submissions.withAll(Submission::named)
                        .uncovered(covers, submissions.keys()), aids, covers, new ConcurrentHashMap<>());
    }

    /** The same for one student; the others stay as they are. */
    public Batch named(StudentKey student) {
        return covers.isNone() ? this : with(submissions.with(student, Submission::named));
    }

    /** How often each phrase is used in the batch, by phrase id. */
    public Map<String, Integer> phraseUses() {
        Map<String, Integer> uses = new HashMap<>();
        for (Submission submission : submissions()) {
            for (Mark mark : submission.marks()) {
                if (!mark.remark().phrase().isEmpty()) {
                    uses.merge(mark.remark().phrase(), 1, Integer::sum);
                }
            }
        }
        return uses;
    }

    /** All submissions in roster order. */
    public List<Submission> submissions() {
        return submissions.all();
    }

    /** The keys of all students in roster order. */
    public List<StudentKey> students() {
        return submissions().stream().map(s -> s.student().key()).toList();
    }

    /** A student's position in the roster, from 0; -1 for a student who is not in the class. */
    public int position(StudentKey student) {
        return submissions.position(student);
    }

    /** A student's name for lists. */
    public String listedName(StudentKey student) {
        return naming().listed(submission(student).student());
    }

    /** How students are named where several of them are listed. */
    public Naming naming() {
        return submissions.naming();
    }

    /** The student's submission. An unknown key is a programming error. */
    public Submission submission(StudentKey student) {
        return submissions.find(student)
                .orElseThrow(() -> new IllegalArgumentException("The batch has no student " + student));
    }

    /** The student's result and how it was computed. */
    public Result result(StudentKey student) {
        Submission submission = submission(student);
        return results.compute(student, (_, there) -> there != null && there.submission == submission
                ? there
                : new Computed(submission,
                        Scoring.result(scheme, submission.scores(), circumstances(submission)))).result;
    }

    /** How the hand-in that counts compares with its due time; empty if one of the times is unknown. */
    public Optional<Lateness> timing(Submission submission) {
        return submission.current().flatMap(HandIn::at).flatMap(at -> task.lateness(submission.student().key(), at));
    }

    /** How late the hand-in that counts arrived; empty if it was in time or nothing arrived. */
    public Optional<Lateness> lateness(Submission submission) {
        return timing(submission).filter(Lateness::isLate);
    }

    /** What decides a student's result besides the scores. */
    Circumstances circumstances(Submission submission) {
        return new Circumstances(task.maximum(), lateness(submission).map(Lateness::sinceDue));
    }

    private record Computed(Submission submission, Result result) {}

    /**
     * The batch after the edit.
     *
     * @throws EditRefused if the edit is not allowed; the message says why
     */
    public Batch apply(Edit edit) {
        return switch (edit) {
            case Edit.OfSubmission one -> {
                SubmissionChange change = SubmissionChange.of(one, scheme);
                Submission before = existing(one.student());
                if (before.sealed() && !change.reachesSealed()) {
                    throw EditRefused.temporary(Message.of(Batch.class, "sealed"));
                }
                yield with(submissions.with(change.apply().apply(before)));
            }
            case Edit.OfBatch all -> BatchChange.of(all).apply().apply(this);
        };
    }

    /**
     * The edit that undoes the given one; this must be the batch before it.
     *
     * @throws EditRefused if the edit is not allowed
     */
    public Edit inverse(Edit edit) {
        return switch (edit) {
            case Edit.OfSubmission one ->
                SubmissionChange.of(one, scheme).inverse().apply(existing(one.student()));
            case Edit.OfBatch all -> BatchChange.of(all).inverse().apply(this);
        };
    }

    Submissions table() {
        return submissions;
    }

    Batch with(Submissions other) {
        return new Batch(task, scheme, phrasebook, other, aids, covers, results);
    }

    Batch with(Phrasebook other) {
        return new Batch(task, scheme, other, submissions, aids, covers, results);
    }

    Batch with(Aids other) {
        return new Batch(task, scheme, phrasebook, submissions, other, covers, results);
    }

    /** With other script numbers, and names covered or uncovered accordingly. */
    Batch with(Covers other, Submissions all) {
        return new Batch(task, scheme, phrasebook, all, aids, other, new ConcurrentHashMap<>());
    }

    /** With another scheme; all results are recomputed. */
    Batch with(MarkScheme other) {
        return new Batch(task, other, phrasebook, submissions, aids, covers, new ConcurrentHashMap<>());
    }

    /** With another task; all results are recomputed. */
    Batch with(Task other) {
        return new Batch(other, scheme, phrasebook, submissions, aids, covers, new ConcurrentHashMap<>());
    }

    /**
     * The student's submission.
     *
     * @throws EditRefused if the class has no such student
     */
    private Submission existing(StudentKey student) {
        return submissions.find(student)
                .orElseThrow(() -> new EditRefused(Message.of(Batch.class, "noStudent", student)));
    }
}

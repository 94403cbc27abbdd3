package org.epiglyph.carrier;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.exchange.record.Allowance;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.workspace.Workspace;

/** Gives students more time or excuses them, in the batch and in the record, with or without a result. */
public final class Allowing {
    private Allowing() {}

    /** What the batch allows a student now; the number of further hand-ins is known to the record only. */
    public static Allowance of(Batch batch, StudentKey student) {
        return new Allowance(batch.submission(student).scores().isExcused(batch.scheme()),
                Optional.ofNullable(batch.task().extensions().get(student)), 0);
    }

    /**
     * What is to change; whatever is not named stays as it is, student by student.
     *
     * @param changesTime    true if the due time changes
     * @param until          the students' own due time; empty for the task's
     * @param excused        true if nothing is expected of them
     * @param furtherHandIns how often they may hand in again
     */
    public record Wish(boolean changesTime, Optional<Instant> until, Optional<Boolean> excused,
            Optional<Integer> furtherHandIns) {}

    /**
     * The edit that makes the batch allow it, as one edit.
     *
     * @return empty if the batch already does
     */
    public static Optional<Edit> edit(Batch batch, List<StudentKey> students, Wish wish) {
        List<Edit> edits = new ArrayList<>();
        Map<StudentKey, Instant> extensions = new HashMap<>(batch.task().extensions());
        if (wish.changesTime()) {
            students.forEach(s -> wish.until()
                    .ifPresentOrElse(until -> extensions.put(s, until), () -> extensions.remove(s)));
        }
        if (!extensions.equals(batch.task().extensions())) {
            edits.add(new Edit.ChangeTask(
                    batch.task().withTimes(batch.task().due(), batch.task().grace(), extensions)));
        }
        wish.excused()
                .ifPresent(excused -> students
                        .forEach(s -> edits.addAll(excuse(batch, batch.submission(s), excused))));
        return edits.isEmpty() ? Optional.empty() : Optional.of(new Edit.Together(edits));
    }

    private static List<Edit> excuse(Batch batch, Submission submission, boolean excused) {
        if (excused == submission.scores().isExcused(batch.scheme())) {
            return List.of();
        }
        StudentKey student = submission.student().key();
        List<Edit> edits = new ArrayList<>();
        for (Criterion criterion : batch.scheme().criteria()) {
            boolean is = submission.scores().standing(criterion.id()).equals(Optional.of(Standing.EXCUSED));
            if (is != excused && criterion.isScored()) {
                edits.add(new Edit.SetStanding(student, criterion.id(),
                        excused ? Optional.of(Standing.EXCUSED) : Optional.empty()));
            }
        }
        return edits;
    }

    /**
     * Allows it in the batch, then in the record, student by student.
     *
     * @return what could not be done, each as a sentence with the student's name; empty if all was done
     * @throws Problem if the batch refuses it; nothing was sent then
     */
    public static List<String> run(Workspace workspace, RecordClient client, String task,
            List<StudentKey> students, Wish wish, Progress progress) throws Problem {
        try {
            edit(workspace.batch(), students, wish).ifPresent(workspace::edit);
        } catch (EditRefused e) {
            throw new Problem(Message.of(Allowing.class, "nothingChanged", e.asMessage()), e);
        }
        List<String> failed = new ArrayList<>();
        int done = 0;
        for (StudentKey student : students) {
            String name = workspace.batch().submission(student).student().name();
            progress.at(name, done++, students.size());
            try {
                Allowance now = of(workspace.batch(), student);
                int times = wish.furtherHandIns().isPresent()
                        ? wish.furtherHandIns().get()
                        : client.allowed(task, student).furtherHandIns();
                client.allow(task, student, new Allowance(now.excused(), now.extendedTo(), times));
            } catch (Problem e) {
                failed.add(name + ": " + e.getMessage());
            }
        }
        return failed;
    }
}

package org.epiglyph.carrier;

import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Result;

/**
 * What a student was told in another batch of the same course. Contains nothing private.
 *
 * @param task       its title
 * @param due        when it was due
 * @param result     as text; empty before everything was scored
 * @param onTheWhole the remark on the whole; may be empty
 * @param criteria   the score on each criterion
 * @param remarks    the remarks on the pages and on criteria, in order
 */
public record EarlierWork(String task, Optional<Instant> due, String result, String onTheWhole, List<Line> criteria,
        List<String> remarks) {
    public EarlierWork {
        criteria = List.copyOf(criteria);
        remarks = List.copyOf(remarks);
    }

    /**
     * The score on one criterion.
     *
     * @param score such as "6 of 8"; empty if there is none
     */
    public record Line(String criterion, String score) {}

    /**
     * Reads the other batches beside one, newest due date first. Unreadable ones are skipped.
     *
     * @param batch   the folder of the open batch
     * @param current the batch itself; without a course there are no others
     */
    public static List<EarlierWork> beside(Path batch, Batch current, StudentKey student) {
        List<EarlierWork> all = new ArrayList<>();
        CourseReading.eachBeside(batch, current.task().module(), (_, other) -> {
            if (other.position(student) >= 0 && !other.isCovered()) { // else it would reveal whose script is whose
                Batch named = other.named(student);
                all.add(of(named, named.submission(student)));
            }
        });
        all.sort(Comparator.comparing((EarlierWork w) -> w.due.orElse(Instant.MIN)).reversed());
        return List.copyOf(all);
    }

    static EarlierWork of(Batch batch, Submission submission) {
        Result result = batch.result(submission.student().key());
        boolean known = result.complete() && !submission.scores().isEmpty();
        return new EarlierWork(batch.task().title(), batch.task().due(),
                known
                        ? Criterion.format(result.value()) + " of " + Criterion.format(result.maximum())
                                + result.grade().map(g -> ", " + g).orElse("")
                        : "",
                submission.onTheWhole(), batch.scheme()
                        .criteria()
                        .stream()
                        .filter(Criterion::isScored)
                        .map(c -> new Line(c.name(), submission.scores()
                                .score(c.id())
                                .map(p -> Criterion.format(p) + " of " + Criterion.format(c.maximum()))
                                .orElse("")))
                        .toList(),
                remarks(batch, submission));
    }

    private static List<String> remarks(Batch batch, Submission submission) {
        return Stream.concat(
                submission.marksForStudent().stream().filter(m -> !m.remark().isEmpty()).map(m -> m.remark().text()),
                batch.scheme()
                        .criteria()
                        .stream()
                        .map(c -> submission.scores().remark(c.id()))
                        .filter(w -> !w.isBlank()))
                .toList();
    }
}

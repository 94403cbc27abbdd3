package org.epiglyph.core.feedback;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Lateness;

/**
 * What a student is told on a page of its own. Private words have no way in: only marks for the student are read.
 *
 * @param module     the course or module; may be empty
 * @param task       the task's title
 * @param student    the student's name
 * @param key        the record's key
 * @param result     for example "27 of 32"; empty before everything is scored
 * @param grade      by the grade scale
 * @param lateness   how the hand-in compares with the due time, in words; empty where it was in time or nothing is known
 * @param onTheWhole the remark on the whole; may be empty
 * @param criteria   in the scheme's order
 * @param remarks    by document and page, from top to bottom
 * @param derivation how the result came about, line by line
 * @param legend     what the inks stand for; may be empty
 */
public record FeedbackSheet(String module, String task, String student, String key, Optional<String> result,
        Optional<String> grade, Optional<String> lateness, String onTheWhole, List<Line> criteria,
        List<PageRemarks> remarks, List<String> derivation, String legend) {
    public FeedbackSheet {
        criteria = List.copyOf(criteria);
        remarks = List.copyOf(remarks);
        derivation = List.copyOf(derivation);
    }

    /**
     * A criterion.
     *
     * @param score for example "7.5 of 8", "not attempted" or "not scored"; empty where it takes words alone
     * @param level the level that was chosen; empty for none
     * @param words the remark on it; may be empty
     */
    public record Line(String name, String score, String level, String words) {}

    /** The remarks of a page, as CommonMark. */
    public record PageRemarks(String document, int page, List<String> words) {
        public PageRemarks {
            words = List.copyOf(words);
        }
    }

    /** The sheet of a submission as it is. */
    public static FeedbackSheet of(Batch batch, Submission submission) {
        Result result = batch.result(submission.student().key());
        boolean done = submission.scores().isComplete(batch.scheme());
        return new FeedbackSheet(batch.task().module(), batch.task().title(), submission.student().name(),
                submission.student().key().value(),
                done
                        ? Optional
                                .of(Criterion.words(result.value()) + " of " + Criterion.words(batch.task().maximum()))
                        : Optional.empty(),
                result.grade().filter(_ -> done), lateness(batch, submission), submission.onTheWhole().strip(),
                batch.scheme().criteria().stream().map(c -> line(c, submission)).toList(), remarks(submission),
                result.derivation(), Feedback.legend(submission));
    }

    private static Optional<String> lateness(Batch batch, Submission submission) {
        return submission.current()
                .flatMap(HandIn::at)
                .flatMap(at -> batch.task().lateness(submission.student().key(), at))
                .filter(Lateness::isLate)
                .map(Lateness::inWords);
    }

    private static Line line(Criterion criterion, Submission submission) {
        String id = criterion.id();
        String score = submission.scores()
                .score(id)
                .map(p -> Criterion.words(p) + " of " + Criterion.words(criterion.maximum()))
                .or(() -> submission.scores().judgement(id).standing().map(Standing::words))
                .orElse(criterion.isScored() ? "not scored" : "");
        String level = criterion.manner() instanceof Manner.Levels levels
                ? levels.find(submission.scores().judgement(id).level()).map(Manner.Level::name).orElse("")
                : "";
        return new Line(criterion.name(), score, level, submission.scores().words(id));
    }

    private static List<PageRemarks> remarks(Submission submission) {
        List<PageRemarks> all = new ArrayList<>();
        boolean several = submission.documents().size() > 1;
        for (Document document : submission.documents()) {
            for (int page = 0; page < document.pageCount(); page++) {
                int index = page;
                List<String> words = submission.marksForStudent()
                        .stream()
                        .filter(m -> m.page().document().equals(document.id()) && m.page().index() == index)
                        .filter(m -> !m.remark().isEmpty())
                        .sorted(Comparator.comparingDouble(m -> m.bounds().top()))
                        .map((Mark m) -> m.remark().words())
                        .toList();
                if (!words.isEmpty()) {
                    all.add(new PageRemarks(several ? document.name() : "", page + 1, words));
                }
            }
        }
        return all;
    }
}

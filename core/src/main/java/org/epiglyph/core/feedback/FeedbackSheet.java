package org.epiglyph.core.feedback;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Lateness;

/**
 * What a student is told on a page of its own. It cannot contain private text: only marks for the student are read.
 *
 * @param module     the course or module; may be empty
 * @param task       the task's title
 * @param student    the student's name
 * @param key        the record's key
 * @param result     for example "27 of 32"; empty before everything is scored
 * @param grade      by the grade scale
 * @param lateness   how the hand-in compares with the due time, as text; empty if it was in time or unknown
 * @param onTheWhole the remark on the whole; may be empty
 * @param criteria   in the scheme's order
 * @param remarks    by document and page, from top to bottom
 * @param spoken     spoken remarks with their text, in the order of their numbers
 * @param derivation how the result was computed, line by line
 * @param legend     what the inks stand for; may be empty
 * @param inTheClass what is told about the class, as sentences; empty unless the marker chose it
 */
public record FeedbackSheet(String module, String task, String student, String key, Optional<String> result,
        Optional<String> grade, Optional<String> lateness, String onTheWhole, List<Line> criteria,
        List<PageRemarks> remarks, List<SpokenLine> spoken, List<String> derivation, String legend,
        List<String> inTheClass) {
    public FeedbackSheet {
        criteria = List.copyOf(criteria);
        remarks = List.copyOf(remarks);
        spoken = List.copyOf(spoken);
        derivation = List.copyOf(derivation);
        inTheClass = List.copyOf(inTheClass);
    }

    /**
     * A criterion.
     *
     * @param score for example "7.5 of 8", "not attempted" or "not scored"; empty if it takes a remark only
     * @param level the chosen level; empty for none
     * @param text  the remark on it; may be empty
     */
    public record Line(String name, String score, String level, String text) {}

    /**
     * A spoken remark.
     *
     * @param title for example "Spoken remark 2, on page 3 (0:12)"
     * @param text  the same in writing; may be empty
     */
    public record SpokenLine(String title, String text) {}

    /** The remarks of a page, as CommonMark. */
    public record PageRemarks(String document, int page, List<String> remarks) {
        public PageRemarks {
            remarks = List.copyOf(remarks);
        }
    }

    /** A part of a sheet that may be left out. */
    public enum Part {
        LATENESS, ON_THE_WHOLE, CRITERIA, REMARKS, SPOKEN, DERIVATION, LEGEND
    }

    /** The same sheet without some of its parts. */
    public FeedbackSheet without(Set<Part> left) {
        return new FeedbackSheet(module, task, student, key, result, grade,
                left.contains(Part.LATENESS) ? Optional.empty() : lateness,
                left.contains(Part.ON_THE_WHOLE) ? "" : onTheWhole,
                left.contains(Part.CRITERIA) ? List.of() : criteria,
                left.contains(Part.REMARKS) ? List.of() : remarks, left.contains(Part.SPOKEN) ? List.of() : spoken,
                left.contains(Part.DERIVATION) ? List.of() : derivation, left.contains(Part.LEGEND) ? "" : legend,
                inTheClass);
    }

    /** The same sheet with sentences about the class. */
    public FeedbackSheet withClass(List<String> sentences) {
        return new FeedbackSheet(module, task, student, key, result, grade, lateness, onTheWhole, criteria, remarks,
                spoken, derivation, legend, sentences);
    }

    /** The sheet of a submission as it is. */
    public static FeedbackSheet of(Batch batch, Submission submission) {
        Result result = batch.result(submission.student().key());
        boolean done = submission.scores().isComplete(batch.scheme());
        return new FeedbackSheet(batch.task().module(), batch.task().title(), submission.student().name(),
                submission.student().shownKey(),
                done
                        ? Optional
                                .of(Criterion.format(result.value()) + " of "
                                        + Criterion.format(batch.task().maximum()))
                        : Optional.empty(),
                result.grade().filter(_ -> done), batch.lateness(submission).map(Lateness::describe),
                submission.onTheWhole().strip(),
                batch.scheme().criteria().stream().map(c -> line(c, submission)).toList(), remarks(submission),
                Heard.of(submission, batch.scheme())
                        .stream()
                        .map(h -> new SpokenLine(h.title(), h.remark().text()))
                        .toList(),
                result.derivation(), Feedback.legend(submission), List.of());
    }

    private static Line line(Criterion criterion, Submission submission) {
        String id = criterion.id();
        String score = submission.scores()
                .score(id)
                .map(p -> Message
                        .of(FeedbackSheet.class, "of", Criterion.format(p), Criterion.format(criterion.maximum()))
                        .text())
                .or(() -> submission.scores().judgement(id).standing().map(Standing::label))
                .orElse(criterion.isScored() ? Message.of(FeedbackSheet.class, "notScored").text() : "");
        String level = criterion.manner() instanceof Manner.Levels levels
                ? levels.find(submission.scores().judgement(id).level()).map(Manner.Level::name).orElse("")
                : "";
        return new Line(criterion.name(), score, level, submission.scores().remark(id));
    }

    /** The marks whose remarks the student reads, in the order of their numbers: by document, page and height. */
    public static List<Mark> numbered(Submission submission) {
        return inReadingOrder(submission).stream().filter(m -> !m.remark().isEmpty()).toList();
    }

    /** The marks on the hand-in that counts that the student sees, by document, page and height. */
    static List<Mark> inReadingOrder(Submission submission) {
        List<String> documents = submission.documents().stream().map(Document::id).toList();
        return submission.marksForStudent()
                .stream()
                .filter(m -> documents.contains(m.page().document()))
                .sorted(Comparator.comparingInt((Mark m) -> documents.indexOf(m.page().document()))
                        .thenComparingInt(m -> m.page().index())
                        .thenComparingDouble(m -> m.bounds().top()))
                .toList();
    }

    private static List<PageRemarks> remarks(Submission submission) {
        List<PageRemarks> all = new ArrayList<>();
        List<Mark> numbered = numbered(submission);
        boolean several = submission.documents().size() > 1;
        for (Document document : submission.documents()) {
            for (int page = 0; page < document.pageCount(); page++) {
                int index = page;
                List<String> words = numbered.stream()
                        .filter(m -> m.page().document().equals(document.id()) && m.page().index() == index)
                        .map((Mark m) -> m.remark().text())
                        .toList();
                if (!words.isEmpty()) {
                    all.add(new PageRemarks(several ? submission.displayName(document) : "", page + 1, words));
                }
            }
        }
        return all;
    }
}

package org.epiglyph.core.feedback;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Lateness;

/**
 * The class as a table: one row per student, in roster order. It is for the marker and the department: moderation and
 * state are in it, private notes never.
 *
 * @param headings each once
 * @param rows     as long as the headings; a cell is a number or text, which may be empty
 */
public record ClassReport(List<String> headings, List<List<Cell>> rows) {
    /** A cell. */
    public sealed interface Cell {}

    /** A number, which a spreadsheet can add up. */
    public record Number(BigDecimal value) implements Cell {}

    /** Text, keys and times, which no program may mistake for a number. */
    public record Text(String value) implements Cell {}

    public ClassReport {
        headings = List.copyOf(headings);
        rows = rows.stream().map(List::copyOf).toList();
    }

    /** The report of a batch as it is. */
    public static ClassReport of(Batch batch) {
        List<String> headings = new ArrayList<>(
                List.of("student key", "given name", "family name", "section", "state", "handed in", "late"));
        Set<String> taken = new HashSet<>(headings);
        List.of("result", "maximum", "percent", "grade", "moderated", "remarks", "handed back").forEach(taken::add);
        for (Criterion criterion : batch.scheme().criteria()) {
            headings.add(free(criterion.name(), taken));
        }
        headings.addAll(List.of("result", "maximum", "percent", "grade", "moderated", "remarks", "handed back"));
        return new ClassReport(headings, batch.submissions().stream().map(s -> row(batch, s)).toList());
    }

    /** A criterion may have the same name as another one, or as a fixed column. */
    private static String free(String name, Set<String> taken) {
        String free = name;
        for (int n = 2; !taken.add(free); n++) {
            free = name + " (" + n + ")";
        }
        return free;
    }

    private static List<Cell> row(Batch batch, Submission submission) {
        Student student = submission.student();
        MarkScheme scheme = batch.scheme();
        List<Cell> row = new ArrayList<>(List.of(text(student.shownKey()), text(student.given()),
                text(student.family()), text(student.section()), text(submission.stage(scheme).label()),
                text(submission.current().flatMap(HandIn::at).map(Object::toString).orElse("")),
                text(batch.lateness(submission).map(Lateness::describe).orElse(""))));
        for (Criterion criterion : scheme.criteria()) {
            row.add(submission.scores()
                    .score(criterion.id())
                    .<Cell>map(Number::new)
                    .orElseGet(() -> text(submission.scores()
                            .judgement(criterion.id())
                            .standing()
                            .map(Standing::label)
                            .orElse(""))));
        }
        addResult(row, batch, submission);
        row.add(text(submission.scores().moderation().map(ClassReport::moderated).orElse("")));
        row.add(new Number(
                BigDecimal.valueOf(submission.marksForStudent().stream().filter(m -> !m.remark().isEmpty()).count())));
        row.add(text(submission.handedBack() ? submission.receipt().map(r -> r.at().toString()).orElse("") : ""));
        return row;
    }

    /** Before everything is scored there is no result, and a blank is not 0. */
    private static void addResult(List<Cell> row, Batch batch, Submission submission) {
        boolean done = !submission.scores().isEmpty() && submission.scores().isComplete(batch.scheme());
        Result result = batch.result(submission.student().key());
        row.add(done ? new Number(result.value()) : text(""));
        row.add(new Number(batch.task().maximum()));
        row.add(done
                ? new Number(result.percent())
                : text(""));
        row.add(text(done ? result.grade().orElse("") : ""));
    }

    private static String moderated(Moderation moderation) {
        return Criterion.format(moderation.points()) + (moderation.why().isBlank() ? "" : ": " + moderation.why());
    }

    private static Cell text(String value) {
        return new Text(value);
    }
}

package org.epiglyph.core.markbook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;

/**
 * A rectangle of cells from another program. If its first column holds keys or names of students, each row goes to its
 * student, whatever the order; if its first row holds names of criteria, each column goes to its criterion.
 *
 * @param rows cells by row; rows may differ in length
 */
public record Pasted(List<List<String>> rows) {
    public Pasted {
        rows = rows.stream().map(List::copyOf).toList();
    }

    /**
     * Plans pasting it into the mark book.
     *
     * @param below     students from the selected cell downwards, as shown
     * @param rightward columns from the selected cell to the right
     */
    public ScorePlan plan(Batch batch, List<StudentKey> below, List<Column> rightward) {
        Map<String, Criterion> criteria = new HashMap<>();
        batch.scheme().criteria().forEach(c -> criteria.putIfAbsent(plain(c.name()), c));
        boolean headed = isHeaded(criteria);
        List<List<String>> body = headed ? rows.subList(1, rows.size()) : rows;
        Map<String, Optional<StudentKey>> students = students(batch);
        boolean named = isNamed(body, students);
        if (!headed && !named) {
            return ScorePlan.block(batch, below, rightward, body);
        }
        ScorePlan.Reader reader = new ScorePlan.Reader(batch);
        for (int r = 0; r < body.size(); r++) {
            row(reader, new Row(body.get(r), r, named), students, headed ? columns(criteria, named) : rightward, below);
        }
        return new ScorePlan(reader.places());
    }

    private record Row(List<String> cells, int at, boolean named) {
        List<String> scores() {
            return named ? cells.subList(Math.min(1, cells.size()), cells.size()) : cells;
        }
    }

    private static void row(ScorePlan.Reader reader, Row row, Map<String, Optional<StudentKey>> students,
            List<Column> columns, List<StudentKey> below) {
        if (row.cells.stream().allMatch(String::isBlank)) {
            return;
        }
        Optional<StudentKey> student = row.named
                ? students.getOrDefault(plain(row.cells.getFirst()), Optional.empty())
                : Optional.of(row.at).filter(r -> r < below.size()).map(below::get);
        if (row.named && student.isEmpty()) {
            boolean shared = students.containsKey(plain(row.cells.getFirst()));
            reader.refuse(row.cells.getFirst(), String.join("  ", row.scores()), shared
                    ? Message.of(Pasted.class, "shared")
                    : Message.of(Pasted.class, "nobody"));
            return;
        }
        List<String> scores = row.scores();
        for (int c = 0; c < scores.size(); c++) {
            reader.read(student, c < columns.size() ? Optional.of(columns.get(c)) : Optional.empty(), scores.get(c));
        }
    }

    /** True if every cell of the first row except the first is the name of a criterion, and there is at least one. */
    private boolean isHeaded(Map<String, Criterion> criteria) {
        if (rows.isEmpty()) {
            return false;
        }
        List<String> filled = rows.getFirst().stream().map(Pasted::plain).filter(w -> !w.isEmpty()).toList();
        long known = filled.stream().filter(criteria::containsKey).count();
        boolean corner = !rows.getFirst().isEmpty() && !criteria.containsKey(plain(rows.getFirst().getFirst()));
        return known > 0 && known >= filled.size() - (corner ? 1 : 0);
    }

    /** The columns by their headings; a heading that is not known yields no column. */
    private List<Column> columns(Map<String, Criterion> criteria, boolean named) {
        return rows.getFirst()
                .stream()
                .skip(named ? 1 : 0)
                .<Column>map(w -> new Column.OfCriterion(
                        Optional.ofNullable(criteria.get(plain(w))).map(Criterion::id).orElse("")))
                .toList();
    }

    /** True if the first column has text, and most of it names students. */
    private static boolean isNamed(List<List<String>> body, Map<String, Optional<StudentKey>> students) {
        List<String> firsts = body.stream()
                .filter(r -> !r.isEmpty())
                .map(r -> plain(r.getFirst()))
                .filter(w -> !w.isEmpty())
                .toList();
        return !firsts.isEmpty() && firsts.stream().filter(students::containsKey).count() * 2 > firsts.size();
    }

    /** Students by key and by every way in which lists write a name; empty for a name that several students have. */
    private static Map<String, Optional<StudentKey>> students(Batch batch) {
        Map<String, Optional<StudentKey>> known = new LinkedHashMap<>();
        for (Submission submission : batch.submissions()) {
            Student student = submission.student();
            List<String> ways = new ArrayList<>(List.of(student.name(), batch.naming().listed(student)));
            if (!student.given().isBlank()) {
                ways.addAll(
                        List.of(student.family() + ", " + student.given(), student.family() + " " + student.given()));
            }
            ways.stream()
                    .map(Pasted::plain)
                    .distinct()
                    .forEach(w -> known.merge(w, Optional.of(student.key()), (_, _) -> Optional.empty()));
        }
        batch.submissions()
                .stream()
                .filter(s -> !s.student().isCovered()) // a key would reveal whose script it is
                .forEach(s -> known.put(plain(s.student().shownKey()), Optional.of(s.student().key())));
        return known;
    }

    private static String plain(String text) {
        return text.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT);
    }
}

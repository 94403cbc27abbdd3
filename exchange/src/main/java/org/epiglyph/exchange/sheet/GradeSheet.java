package org.epiglyph.exchange.sheet;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;

/** The record system's table: the class in, scores and feedback out. Only those two cells of a row are ever written. */
public final class GradeSheet {
    private final CsvTable table;
    private final Map<StudentKey, Integer> rows = new LinkedHashMap<>();
    private final int key;
    private final OptionalInt given;
    private final OptionalInt family;
    private final OptionalInt name;
    private final OptionalInt section;
    private final OptionalInt handedIn;
    private final OptionalInt maximum;
    private final int score;
    private final int feedback;

    private GradeSheet(CsvTable table, String called) throws Problem {
        this.table = table;
        Columns columns = new Columns(table.rowCount() == 0 ? List.of() : table.row(0));
        key = required(columns.find("student key", "key", "record key", "student id", "id"), called, "student key");
        score = required(columns.find("score", "points", "result"), called, "score");
        feedback = required(columns.find("feedback", "comment", "remark"), called, "feedback");
        given = columns.find("given name", "first name");
        family = columns.find("family name", "last name", "surname");
        name = columns.find("name", "student", "full name");
        section = columns.find("section", "group");
        handedIn = columns.find("handed in", "handed in at", "time");
        maximum = columns.find("maximum", "max");
        indexRows(called);
    }

    /**
     * Reads a sheet.
     *
     * @param called how to call it in a complaint
     * @throws Problem where it is no table, lacks a column for key, score or feedback, or lists a key twice
     */
    public static GradeSheet read(byte[] bytes, String called) throws Problem {
        return new GradeSheet(CsvTable.read(bytes, called), called);
    }

    private static int required(OptionalInt column, String called, String heading) throws Problem {
        return column.orElseThrow(() -> new Problem(
                called + " has no column headed '" + heading + "'. Add that heading to its first line."));
    }

    private void indexRows(String called) throws Problem {
        for (int row = 1; row < table.rowCount(); row++) {
            String value = at(row, key).strip();
            if (value.isEmpty()) {
                continue;
            }
            if (rows.put(new StudentKey(value), row) != null) {
                throw new Problem(called + " lists the key " + value + " twice (line " + (row + 1)
                        + "). Remove one of the two lines.");
            }
        }
        if (rows.isEmpty()) {
            throw new Problem(called + " lists no student. Export it again from the record system.");
        }
    }

    /** The class in the sheet's order. A student without a name is called by the key. */
    public Roster roster() {
        List<Student> students = new ArrayList<>();
        rows.forEach((student, row) -> {
            String whole = family.isPresent() ? at(row, family) : at(row, name);
            students.add(new Student(student, at(row, given).strip(), whole.isBlank() ? student.value() : whole.strip(),
                    at(row, section).strip()));
        });
        return new Roster(students);
    }

    /** When the student handed in, where the sheet says so as an ISO 8601 time with its offset. */
    public Optional<Instant> handedIn(StudentKey student) {
        try {
            return Optional.of(OffsetDateTime.parse(at(rows.get(student), handedIn).strip()).toInstant());
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** The maximum that the first row with one states. */
    public Optional<BigDecimal> maximum() {
        for (int row : rows.values()) {
            String value = at(row, maximum).strip();
            if (value.matches("\\d+([.]\\d+)?") && new BigDecimal(value).signum() > 0) {
                return Optional.of(new BigDecimal(value));
            }
        }
        return Optional.empty();
    }

    /**
     * What goes into a student's two cells.
     *
     * @param score    the result
     * @param feedback the words
     */
    public record Filled(BigDecimal score, String feedback) {}

    /**
     * The sheet's bytes with the given students' score and feedback; every other byte is as received.
     *
     * @throws Problem where a student has no row or the row is too short
     */
    public byte[] with(Map<StudentKey, Filled> filled) throws Problem {
        Map<CsvTable.Place, String> changes = new LinkedHashMap<>();
        Set<String> missing = new LinkedHashSet<>();
        filled.forEach((student, cells) -> {
            Integer row = rows.get(student);
            if (row == null || table.row(row).size() <= Math.max(score, feedback)) {
                missing.add(student.value());
                return;
            }
            changes.put(new CsvTable.Place(row, score), Criterion.words(cells.score()));
            changes.put(new CsvTable.Place(row, feedback), cells.feedback());
        });
        if (!missing.isEmpty()) {
            throw new Problem("The grade sheet has no place for " + String.join(", ", missing)
                    + ". Export it again from the record system.");
        }
        return table.with(changes);
    }

    private String at(int row, OptionalInt column) {
        return column.isPresent() ? at(row, column.getAsInt()) : "";
    }

    private String at(int row, int column) {
        return table.value(new CsvTable.Place(row, column));
    }
}

package org.epiglyph.exchange.sheet;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.table.CellValue;
import org.epiglyph.exchange.table.Disarmed;
import org.epiglyph.exchange.table.Place;
import org.epiglyph.exchange.table.Table;

/**
 * The record system's table: it provides the class, and takes scores and feedback. Only score, grade and feedback of a
 * row are ever written.
 */
public final class GradeSheet {
    private final SheetFile file;
    private final SheetRoles roles;
    private final Table table;
    private final Map<StudentKey, Integer> rows = new LinkedHashMap<>();

    private GradeSheet(SheetFile file, SheetRoles roles, List<StudentKey> inOrder) throws Problem {
        this.file = file;
        this.roles = roles;
        this.table = file.tables().get(roles.table());
        if (roles.column(Role.KEY).isEmpty() && roles.column(Role.NAME).isEmpty()
                && roles.column(Role.FAMILY).isEmpty()) {
            throw new Problem(Message.of(GradeSheet.class, "noStudentColumn", file.displayName()));
        }
        if (inOrder.isEmpty()) {
            indexRows();
        }
        for (int i = 0; i < inOrder.size(); i++) {
            rows.put(inOrder.get(i), roles.header() + 1 + i);
        }
    }

    /**
     * Reads a sheet whose columns are recognised by their headings.
     *
     * @param called its name in error messages
     * @throws Problem if it is not a table, no column identifies the student, or a student occurs twice
     */
    public static GradeSheet read(byte[] bytes, String called) throws Problem {
        SheetFile file = SheetFile.read(bytes, called);
        return of(file, SheetRoles.recognise(file));
    }

    /** A sheet with given column roles. */
    public static GradeSheet of(SheetFile file, SheetRoles roles) throws Problem {
        return new GradeSheet(file, roles, List.of());
    }

    /** A new sheet for a class that arrived without one. */
    public static GradeSheet blank(List<Student> students, boolean withGrade) throws Problem {
        return blank(students, withGrade, List.of());
    }

    /**
     * A new sheet for a class that arrived without one: RFC 4180, UTF-8, with empty scores.
     *
     * @param further headings of further columns, each once
     */
    public static GradeSheet blank(List<Student> students, boolean withGrade, List<String> further) throws Problem {
        String more = withGrade ? "grade," : "";
        StringBuilder text = new StringBuilder(
                "student key,given name,family name,section,score," + more + "feedback");
        further.forEach(heading -> text.append(',').append(quoted(heading)));
        text.append("\r\n");
        for (Student s : students) {
            text.append(String.join(",", quoted(s.key().value()), quoted(s.given()), quoted(s.family()),
                    quoted(s.section())))
                    .append(withGrade ? ",,," : ",,")
                    .append(",".repeat(further.size()))
                    .append("\r\n");
        }
        SheetFile file = SheetFile.read(text.toString().getBytes(StandardCharsets.UTF_8),
                Message.of(GradeSheet.class, "newSheet").text());
        return new GradeSheet(file, SheetRoles.recognise(file), students.stream().map(Student::key).toList());
    }

    private static String quoted(String value) {
        return '"' + Disarmed.of(value).replace("\"", "\"\"") + '"';
    }

    private void indexRows() throws Problem {
        for (int row = roles.header() + 1; row < table.rowCount(); row++) {
            String value = key(row);
            if (value.isEmpty()) {
                continue;
            }
            if (rows.put(new StudentKey(value), row) != null) {
                throw new Problem(Message.of(GradeSheet.class, "twice", file.displayName(), value, row + 1));
            }
        }
        if (rows.isEmpty()) {
            throw new Problem(Message.of(GradeSheet.class, "noStudents", file.displayName()));
        }
    }

    /** The key; if the sheet has none, the name is used instead. */
    private String key(int row) {
        return roles.column(Role.KEY).isPresent()
                ? at(row, Role.KEY)
                : String.join(" ", at(row, Role.NAME), at(row, Role.GIVEN), at(row, Role.FAMILY)).strip();
    }

    public SheetFile file() {
        return file;
    }

    public SheetRoles roles() {
        return roles;
    }

    /** The class in the sheet's order. A student without a name is named by the key. */
    public Roster roster() {
        List<Student> students = new ArrayList<>();
        rows.forEach((key, row) -> students.add(student(key, row)));
        return new Roster(students);
    }

    private Student student(StudentKey key, int row) {
        String family = at(row, Role.FAMILY);
        String given = at(row, Role.GIVEN);
        if (family.isEmpty() && !at(row, Role.NAME).isEmpty()) {
            PersonName name = PersonName.of(at(row, Role.NAME));
            family = name.family();
            given = name.given();
        }
        if (family.isEmpty()) {
            family = given.isEmpty() ? key.value() : given;
            given = "";
        }
        return new Student(key, given, family, at(row, Role.SECTION), at(row, Role.MAIL))
                .withCandidate(at(row, Role.CANDIDATE));
    }

    /** When the student handed in, if the sheet says so; empty for a student who is not in it. */
    public Optional<Instant> handedIn(StudentKey student, ZoneId zone) {
        return !rows.containsKey(student)
                ? Optional.empty()
                : WrittenTime.read(at(rows.get(student), Role.HANDED_IN), zone);
    }

    /** The due times of students with an extension. */
    public Map<StudentKey, Instant> extensions(ZoneId zone) {
        Map<StudentKey, Instant> extensions = new LinkedHashMap<>();
        rows.forEach((student, row) -> WrittenTime.read(at(row, Role.EXTENSION), zone)
                .ifPresent(until -> extensions.put(student, until)));
        return extensions;
    }

    /** Whose row names a file, by the file's name without folders. A name in two rows is left out. */
    public Map<String, StudentKey> files() {
        Map<String, StudentKey> files = new HashMap<>();
        Set<String> twice = new LinkedHashSet<>();
        rows.forEach((student, row) -> {
            for (String named : at(row, Role.FILE).split("[;|\n]")) {
                String plain = named.strip();
                StudentKey before = plain.isEmpty() ? null : files.put(plain, student);
                if (before != null && !before.equals(student)) {
                    twice.add(plain);
                }
            }
        });
        files.keySet().removeAll(twice);
        return files;
    }

    /**
     * A cell of a student's row.
     *
     * @param heading of its column; empty if it has none
     * @param value   as shown
     */
    public record Cell(String heading, String value) {}

    /** A student's row in the sheet's order; empty for a student who is not in it. */
    public List<Cell> row(StudentKey student) {
        if (!rows.containsKey(student)) {
            return List.of();
        }
        List<String> headings = table.row(roles.header());
        List<String> values = table.row(rows.get(student));
        return IntStream.range(0, values.size())
                .mapToObj(i -> new Cell(i < headings.size() ? headings.get(i).strip() : "", values.get(i)))
                .toList();
    }

    /** Another file of the same form, with rows and columns in the same places. */
    public GradeSheet sameForm(SheetFile other) throws Problem {
        return new GradeSheet(other, roles, List.copyOf(rows.keySet()));
    }

    /** The student's line, from 1 as a marker counts. */
    public int line(StudentKey student) {
        return rows.get(student) + 1;
    }

    /** The maximum in the first row that has one. */
    public Optional<BigDecimal> maximum() {
        for (int row : rows.values()) {
            String value = at(row, Role.MAXIMUM).replace(',', '.');
            if (value.matches("\\d{1,9}([.]\\d{1,9})?") && new BigDecimal(value).signum() > 0) {
                return Optional.of(new BigDecimal(value));
            }
        }
        return Optional.empty();
    }

    /**
     * What is written into a student's cells. What is empty leaves its cell alone.
     *
     * @param score     the result
     * @param grade     by the grade scale
     * @param feedback  the text
     * @param byHeading figures for columns without another meaning, by heading; case and spaces are ignored
     */
    public record Filled(Optional<BigDecimal> score, Optional<String> grade, Optional<String> feedback,
            Map<String, BigDecimal> byHeading) {
        public Filled {
            byHeading = Map.copyOf(byHeading);
        }

        /** The usual cells. */
        public Filled(BigDecimal score, Optional<String> grade, String feedback) {
            this(Optional.of(score), grade, Optional.of(feedback), Map.of());
        }
    }

    /**
     * The sheet's bytes with the given students' score, grade and feedback; everything else is as received.
     *
     * @throws Problem if there is no column for the score, a student has no row, or a cell cannot be written
     */
    public byte[] with(Map<StudentKey, Filled> filled) throws Problem {
        if (roles.column(Role.SCORE).isEmpty() && filled.values().stream().anyMatch(f -> f.score().isPresent())) {
            throw new Problem(Message.of(GradeSheet.class, "noScoreColumn", file.displayName()));
        }
        Map<Place, CellValue> changes = new LinkedHashMap<>();
        Set<String> missing = new LinkedHashSet<>();
        filled.forEach((student, cells) -> {
            Integer row = rows.get(student);
            if (row == null) {
                missing.add(student.value());
                return;
            }
            cells.score()
                    .ifPresent(s -> changes.put(new Place(row, roles.column(Role.SCORE).getAsInt()),
                            new CellValue.Number(s)));
            cells.grade()
                    .ifPresent(g -> roles.column(Role.GRADE)
                            .ifPresent(c -> changes.put(new Place(row, c), new CellValue.Text(g))));
            cells.feedback()
                    .ifPresent(text -> roles.column(Role.FEEDBACK)
                            .ifPresent(c -> changes.put(new Place(row, c), new CellValue.Text(text))));
            cells.byHeading()
                    .forEach((heading, figure) -> free(heading)
                            .ifPresent(c -> changes.put(new Place(row, c), new CellValue.Number(figure))));
        });
        if (!missing.isEmpty()) {
            throw new Problem(Message.of(GradeSheet.class, "noPlace", Message.listing(List.copyOf(missing))));
        }
        return file.with(table, changes);
    }

    /** A column with that heading and no other meaning. */
    private Optional<Integer> free(String heading) {
        List<String> headings = table.row(roles.header());
        return IntStream.range(0, headings.size())
                .filter(i -> headings.get(i).strip().equalsIgnoreCase(heading.strip()))
                .filter(i -> !roles.columns().containsValue(i))
                .boxed()
                .findFirst();
    }

    /**
     * Why the sheet cannot be filled in, with the remedy; empty if it can. Tried on a copy, with a score and text for
     * everybody.
     */
    public Optional<Message> refusal() {
        Map<StudentKey, Filled> all = new LinkedHashMap<>();
        rows.keySet().forEach(student -> all.put(student, new Filled(BigDecimal.ONE, Optional.empty(), "")));
        try {
            with(all);
            return Optional.empty();
        } catch (Problem e) {
            return Optional.of(e.asMessage());
        }
    }

    private String at(int row, Role role) {
        return roles.column(role).isPresent()
                ? Disarmed.back(table.value(new Place(row, roles.column(role).getAsInt())).strip())
                : "";
    }
}

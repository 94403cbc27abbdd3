package org.epiglyph.exchange.sheet;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/**
 * A class list that was typed or pasted: a table with headings, or one line per student: "key name", "Family, Given",
 * "Given Family", separated by tabs or semicolons if there are sections or mail addresses too.
 */
public final class TypedRoster {
    private TypedRoster() {}

    /** @throws Problem naming the line that cannot be parsed */
    public static Roster read(String text) throws Problem {
        SheetFile file = SheetFile.read(text.getBytes(StandardCharsets.UTF_8),
                Message.of(TypedRoster.class, "list").text());
        SheetRoles roles = SheetRoles.recognise(file);
        boolean headed = roles.columns().size() > 1
                && (roles.columns().containsKey(Role.KEY) || roles.columns().containsKey(Role.FAMILY));
        return headed ? GradeSheet.of(file, roles).roster() : lines(text);
    }

    private static Roster lines(String text) throws Problem {
        List<Student> students = new ArrayList<>();
        Set<StudentKey> keys = new HashSet<>();
        int number = 0;
        for (String line : text.lines().toList()) {
            number++;
            if (line.isBlank()) {
                continue;
            }
            Student student = student(line.strip());
            if (!keys.add(student.key())) {
                throw new Problem(Message.of(TypedRoster.class, "twice", number, student.key()));
            }
            students.add(student);
        }
        return new Roster(students);
    }

    private static Student student(String line) {
        List<String> all = new ArrayList<>(List.of(line.split("\\s*[\t;]\\s*")));
        String mail = all.stream().filter(c -> c.matches("\\S+@\\S+")).findFirst().orElse("");
        all.remove(mail);
        return all.isEmpty() ? named("", mail, "", mail) : student(all.toArray(String[]::new), mail);
    }

    private static Student student(String[] cells, String mail) {
        boolean keyed = cells.length > 1 && hasDigit(cells[0]);
        if (cells.length > 1) {
            String section = cells.length > (keyed ? 2 : 1) ? cells[cells.length - 1] : "";
            return named(keyed ? cells[0] : "", cells[keyed ? 1 : 0], section, mail);
        }
        String line = cells[0];
        int blank = line.indexOf(' ');
        boolean first = blank > 0 && hasDigit(line.substring(0, blank));
        return first
                ? named(line.substring(0, blank), line.substring(blank + 1), "", mail)
                : named("", line, "", mail);
    }

    private static Student named(String key, String written, String section, String mail) {
        PersonName name = PersonName.of(written);
        return new Student(new StudentKey(key.isEmpty() ? written : key), name.given(), name.family(), section, mail);
    }

    private static boolean hasDigit(String text) {
        return text.chars().anyMatch(Character::isDigit);
    }
}

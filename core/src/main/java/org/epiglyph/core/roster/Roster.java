package org.epiglyph.core.roster;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The class, in the record system's order. No key occurs twice.
 *
 * @param students in order
 */
public record Roster(List<Student> students) {
    public Roster {
        students = List.copyOf(students);
        Map<StudentKey, Student> byKey = new LinkedHashMap<>();
        for (Student student : students) {
            if (byKey.put(student.key(), student) != null) {
                throw new IllegalArgumentException("The key " + student.key() + " is in the roster twice");
            }
        }
    }

    public Optional<Student> find(StudentKey key) {
        return students.stream().filter(s -> s.key().equals(key)).findFirst();
    }

    /** The student with the key. An unknown key is a programming error. */
    public Student student(StudentKey key) {
        return find(key).orElseThrow(() -> new IllegalArgumentException("No student has the key " + key));
    }
}

package org.epiglyph.core.batch;

import java.util.AbstractList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.epiglyph.core.roster.Naming;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/**
 * The submissions of a class in roster order. Immutable. They are stored in blocks, so that a class with one submission
 * changed shares all but one block with the previous class, whatever its size.
 */
final class Submissions {
    private static final int BLOCK = 64;
    private final Roster roster;
    private final Submission[][] blocks;

    private Submissions(Roster roster, Submission[][] blocks) {
        this.roster = roster;
        this.blocks = blocks;
    }

    /** Who is in the class; shared by all its states until somebody joins. */
    private static final class Roster {
        private final Map<StudentKey, Integer> positions = new HashMap<>();
        private final Naming naming;
        private final boolean covered;

        private Roster(List<Student> students) {
            for (Student student : students) {
                if (positions.put(student.key(), positions.size()) != null) {
                    throw new IllegalArgumentException("Two submissions for the key " + student.key());
                }
            }
            naming = Naming.of(students);
            covered = students.stream().anyMatch(Student::isCovered);
        }
    }

    static Submissions of(List<Submission> all) {
        Submission[][] blocks = new Submission[(all.size() + BLOCK - 1) / BLOCK][];
        for (int i = 0; i < blocks.length; i++) {
            blocks[i] = all.subList(i * BLOCK, Math.min(all.size(), (i + 1) * BLOCK)).toArray(Submission[]::new);
        }
        return new Submissions(new Roster(all.stream().map(Submission::student).toList()), blocks);
    }

    int size() {
        return roster.positions.size();
    }

    Naming naming() {
        return roster.naming;
    }

    /** From 0; -1 for a student who is not in the class. */
    int position(StudentKey student) {
        return roster.positions.getOrDefault(student, -1);
    }

    Optional<Submission> find(StudentKey student) {
        int at = position(student);
        return at < 0 ? Optional.empty() : Optional.of(get(at));
    }

    private Submission get(int position) {
        return blocks[position / BLOCK][position % BLOCK];
    }

    /** With a submission in place of the same student's. */
    Submissions with(Submission other) {
        int at = position(other.student().key());
        Submission[][] changed = blocks.clone();
        changed[at / BLOCK] = changed[at / BLOCK].clone();
        changed[at / BLOCK][at % BLOCK] = other;
        return new Submissions(roster, changed);
    }

    /**
     * With a student's submission changed; unchanged if the function returns the same submission or there is no such
     * student.
     */
    Submissions with(StudentKey student, UnaryOperator<Submission> change) {
        int at = position(student);
        if (at < 0) {
            return this;
        }
        Submission after = change.apply(get(at));
        return after == get(at) ? this : with(after);
    }

    /** With every submission changed. */
    Submissions withAll(UnaryOperator<Submission> change) {
        Submission[][] changed = new Submission[blocks.length][];
        for (int i = 0; i < blocks.length; i++) {
            changed[i] = Arrays.stream(blocks[i]).map(change).toArray(Submission[]::new);
        }
        return new Submissions(roster, changed);
    }

    /** With one more student at the end of the roster. */
    Submissions joinedBy(Submission newcomer) {
        Submission[] all = Arrays.copyOf(all().toArray(Submission[]::new), size() + 1);
        all[size()] = newcomer;
        return of(List.of(all));
    }

    /** True if a student's name is covered. */
    boolean isCovered() {
        return roster.covered;
    }

    Set<StudentKey> keys() {
        return roster.positions.keySet();
    }

    /** With students' names covered, in the order of their numbers. */
    Submissions covered(Covers covers, Set<StudentKey> who) {
        Map<StudentKey, Integer> numbers = covers.numbers();
        return of(all().stream()
                .map(s -> who.contains(s.student().key()) && numbers.containsKey(s.student().key())
                        ? s.covered(numbers.get(s.student().key()))
                        : s) // a covered student without another number keeps the present one
                .sorted(Comparator.comparing(s -> numbers.getOrDefault(s.student().key(), Integer.MAX_VALUE)))
                .toList());
    }

    /** With students' names uncovered; in the record system's order once nobody is covered. */
    Submissions uncovered(Covers covers, Set<StudentKey> who) {
        List<Submission> after = all().stream()
                .map(s -> who.contains(s.student().key()) ? s.uncovered() : s)
                .toList();
        Submissions uncovered = of(after);
        if (uncovered.isCovered()) {
            return uncovered;
        }
        Map<StudentKey, Integer> places = covers.places();
        return of(after.stream()
                .sorted(Comparator.comparing(s -> places.getOrDefault(s.student().key(), Integer.MAX_VALUE)))
                .toList());
    }

    List<Submission> all() {
        return new AbstractList<>() {
            @Override
            public Submission get(int index) {
                return Submissions.this.get(index);
            }

            @Override
            public int size() {
                return Submissions.this.size();
            }
        };
    }
}

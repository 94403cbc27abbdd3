package org.epiglyph.workspace;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.LongStream;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.roster.StudentKey;

/** Which lines of a history may have changed whose submission, so that one student's can be read by themselves. */
final class LineIndex {
    /** The numbers of lines, in order, with commas between them. */
    private final Map<StudentKey, StringBuilder> ofStudents = new HashMap<>();
    private final StringBuilder ofAll = new StringBuilder();
    private final Set<StudentKey> grown = new HashSet<>();

    /** Takes in lines that follow those that are there. */
    synchronized void add(List<Entry> lines) {
        for (Entry line : lines) {
            StringBuilder numbers = line.edit()
                    .soleStudent()
                    .map(s -> ofStudents.computeIfAbsent(s, _ -> new StringBuilder()))
                    .orElse(ofAll);
            line.edit().soleStudent().ifPresent(grown::add);
            numbers.append(numbers.isEmpty() ? "" : ",").append(line.number());
        }
    }

    /** The numbers of lines that change this student's submission alone. */
    synchronized String alone(StudentKey student) {
        return String.valueOf(ofStudents.getOrDefault(student, new StringBuilder()));
    }

    /** The numbers of all other lines. */
    synchronized String shared() {
        return ofAll.toString();
    }

    /** The students who have got lines since the last time. */
    synchronized Set<StudentKey> takeGrown() {
        Set<StudentKey> taken = Set.copyOf(grown);
        grown.clear();
        return taken;
    }

    /** Sets what was kept. */
    synchronized void restore(StudentKey student, String numbers) {
        ofStudents.put(student, new StringBuilder(numbers));
    }

    synchronized void restoreShared(String numbers) {
        ofAll.append(numbers);
    }

    /** @throws NumberFormatException where these are no numbers */
    static LongStream numbers(String text) {
        return text.isEmpty() ? LongStream.empty() : Arrays.stream(text.split(",")).mapToLong(Long::parseLong);
    }
}

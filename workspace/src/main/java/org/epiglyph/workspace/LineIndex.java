package org.epiglyph.workspace;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.roster.StudentKey;

/**
 * Which lines of a history may have changed whose submission, so that one student's can be read alone; for lines that
 * no checkpoint holds yet. Not thread-safe.
 */
final class LineIndex {
    /** By student; empty for lines that may have changed any submission. */
    private final Map<Optional<StudentKey>, Numbers> waiting = new HashMap<>();

    /** The numbers of some lines, in order. */
    record Numbers(int count, String text) {}

    /** Adds lines that follow those already there. */
    void add(Collection<Entry> lines) {
        lines.stream()
                .collect(Collectors.groupingBy(line -> line.edit().soleStudent()))
                .forEach((whose, theirs) -> waiting.merge(whose, numbers(theirs),
                        (a, b) -> new Numbers(a.count + b.count, a.text + "," + b.text)));
    }

    private static Numbers numbers(Collection<Entry> lines) {
        return new Numbers(lines.size(),
                lines.stream().map(line -> Long.toString(line.number())).collect(Collectors.joining(",")));
    }

    /** Returns what is waiting, by student, and clears it. */
    Map<Optional<StudentKey>, Numbers> drain() {
        Map<Optional<StudentKey>, Numbers> taken = Map.copyOf(waiting);
        waiting.clear();
        return taken;
    }
}

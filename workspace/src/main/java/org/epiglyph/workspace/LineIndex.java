package org.epiglyph.workspace;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.roster.StudentKey;

/**
 * Which lines of a history may have changed whose submission, so that one student's can be read by themselves; those that no checkpoint
 * holds yet. Not safe for several threads.
 */
final class LineIndex {
    /** Whose lines are meant; empty for those that may have changed anybody's. */
    private final Map<Optional<StudentKey>, Numbers> waiting = new HashMap<>();

    /** The numbers of some lines, in order. */
    record Numbers(int count, String text) {}

    /** Takes in lines that follow those that are there. */
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

    /** What waits, by whose it is; nothing waits from then on. */
    Map<Optional<StudentKey>, Numbers> take() {
        Map<Optional<StudentKey>, Numbers> taken = Map.copyOf(waiting);
        waiting.clear();
        return taken;
    }
}

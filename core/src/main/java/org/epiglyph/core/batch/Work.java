package org.epiglyph.core.batch;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.roster.StudentKey;

/**
 * How the marking progressed, read from the history.
 *
 * @param judged        when each student last received a score, earliest first
 * @param spent         how long each student was worked on, without pauses
 * @param schemeChanged when the mark scheme was last changed
 */
public record Work(Map<StudentKey, Instant> judged, Map<StudentKey, Duration> spent,
        Optional<Instant> schemeChanged) {
    /** After this long without an edit the marker is taken to be away. */
    static final Duration PAUSE = Duration.ofMinutes(5);

    public Work {
        judged = new LinkedHashMap<>(judged);
        spent = Map.copyOf(spent);
    }

    /** @param lines a batch's history, in order */
    public static Work of(List<Entry> lines) {
        Map<StudentKey, Instant> judged = new HashMap<>();
        Map<StudentKey, Duration> spent = new HashMap<>();
        Optional<Instant> before = Optional.empty();
        Optional<Instant> schemeChanged = Optional.empty();
        for (Entry line : lines) {
            Optional<StudentKey> student = line.edit().soleStudent();
            if (student.isPresent() && isByHand(line.edit())) {
                Duration gap = before.map(b -> Duration.between(b, line.at()))
                        .filter(g -> !g.isNegative() && g.compareTo(PAUSE) <= 0)
                        .orElse(Duration.ZERO);
                spent.merge(student.get(), gap, Duration::plus);
                before = Optional.of(line.at());
            }
            if (line.edit() instanceof Edit.ChangeScheme && line.kind() == Entry.Kind.DONE) {
                schemeChanged = Optional.of(line.at());
            }
            if (judges(line.edit()) && line.kind() == Entry.Kind.DONE) {
                line.edit().students().orElse(Set.of()).forEach(s -> judged.put(s, line.at()));
            }
        }
        Map<StudentKey, Instant> inOrder = new LinkedHashMap<>();
        judged.entrySet()
                .stream()
                .sorted(Map.Entry.comparingByValue(Comparator.naturalOrder()))
                .forEach(e -> inOrder.put(e.getKey(), e.getValue()));
        return new Work(inOrder, spent, schemeChanged);
    }

    /** What arrives or is sent automatically is not the marker's work. */
    private static boolean isByHand(Edit edit) {
        return !(edit instanceof Edit.ReceiveHandIn || edit instanceof Edit.MakePages
                || edit instanceof Edit.RecordReceipt || edit instanceof Edit.ReceiveAnswer
                || edit instanceof Edit.LearnAddress || edit instanceof Edit.LearnOpened
                || edit instanceof Edit.LogLetter);
    }

    private static boolean judges(Edit edit) {
        return switch (edit) {
            case Edit.SetScore _,Edit.SetStanding _,Edit.Judge _ -> true;
            case Edit.Together(List<Edit> edits) -> edits.stream().anyMatch(Work::judges);
            default -> false;
        };
    }

    /** How long one submission takes: the median of those with time and a score; empty if there are none. */
    public Optional<Duration> pace() {
        List<Duration> all = new ArrayList<>();
        spent.forEach((student, time) -> {
            if (judged.containsKey(student) && !time.isZero()) { // merely looking at a student is not marking
                all.add(time);
            }
        });
        all.sort(Comparator.naturalOrder());
        if (all.isEmpty()) {
            return Optional.empty();
        }
        Duration low = all.get((all.size() - 1) / 2);
        return Optional.of(low.plus(all.get(all.size() / 2)).dividedBy(2));
    }
}

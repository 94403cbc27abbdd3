package org.epiglyph.core.feedback;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Result;

/** What students may be told about their class without revealing anybody's result or rank. */
public final class ClassWords {
    /** With fewer results nothing is told, since individuals could be identified (common practice, no source). */
    static final int LEAST = 5;
    private static final int PARTS = 8;

    private ClassWords() {}

    /** What may be told. */
    public enum Figure {
        /** The mean of the results. */
        AVERAGE,
        /** How many have which grade; without grades, how many results are in which eighth of the range. */
        DISTRIBUTION
    }

    /** The sentences; empty with fewer than {@link #LEAST} results. */
    public static List<String> of(Batch batch, Set<Figure> wanted) {
        List<Result> results = batch.submissions()
                .stream()
                .filter(s -> !s.scores().isEmpty() && s.scores().isComplete(batch.scheme())
                        && !s.scores().isExcused(batch.scheme()))
                .map(s -> batch.result(s.student().key()))
                .toList();
        List<String> said = new ArrayList<>();
        if (results.size() >= LEAST && wanted.contains(Figure.AVERAGE)) {
            said.add(Message.of(ClassWords.class, "average", Criterion.format(mean(results)),
                    Criterion.format(batch.task().maximum())).text());
        }
        if (results.size() >= LEAST && wanted.contains(Figure.DISTRIBUTION)) {
            said.add(Message.of(ClassWords.class, "distribution", distribution(batch, results)
                    .entrySet()
                    .stream()
                    .map(e -> e.getKey() + ": " + e.getValue())
                    .collect(Collectors.joining(", "))).text());
        }
        return said;
    }

    private static String range(int part, String from, String to) {
        if (part == 0) {
            return Message.of(ClassWords.class, "first", to).text();
        }
        return part == PARTS - 1
                ? Message.of(ClassWords.class, "last", from, to).text()
                : Message.of(ClassWords.class, "between", from, to).text();
    }

    private static BigDecimal mean(List<Result> results) {
        return results.stream()
                .map(Result::value)
                .reduce(BigDecimal.ZERO, BigDecimal::add)
                .divide(BigDecimal.valueOf(results.size()), 1, RoundingMode.HALF_UP);
    }

    private static Map<String, Integer> distribution(Batch batch, List<Result> results) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        batch.scheme().rules().grades().ifPresent(g -> g.boundaries().forEach(b -> counts.put(b.grade(), 0)));
        if (!counts.isEmpty()) {
            results.forEach(r -> r.grade().ifPresent(g -> counts.merge(g, 1, Integer::sum)));
            return counts;
        }
        BigDecimal maximum = batch.task().maximum();
        List<String> names = new ArrayList<>();
        for (int i = 0; i < PARTS; i++) {
            names.add(range(i, Criterion.format(eighth(maximum, i)), Criterion.format(eighth(maximum, i + 1))));
            counts.put(names.getLast(), 0);
        }
        for (Result result : results) {
            int part = maximum.signum() == 0
                    ? 0
                    : result.value()
                            .multiply(BigDecimal.valueOf(PARTS))
                            .divide(maximum, 0, RoundingMode.FLOOR)
                            .intValue();
            counts.merge(names.get(Math.clamp(part, 0, PARTS - 1)), 1, Integer::sum);
        }
        return counts;
    }

    private static BigDecimal eighth(BigDecimal maximum, int times) {
        return maximum.multiply(BigDecimal.valueOf(times)).divide(BigDecimal.valueOf(PARTS), 2, RoundingMode.HALF_UP);
    }
}

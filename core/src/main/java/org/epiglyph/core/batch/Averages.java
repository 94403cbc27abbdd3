package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.scoring.Result;

/**
 * Means over a class. What is not scored, not attempted or excused does not enter a criterion's mean; 0 does. A result
 * enters the mean once everything is scored (common practice, no source).
 *
 * @param mean  rounded half up to two places
 * @param count number of values
 */
public record Averages(BigDecimal mean, int count) {
    /** The mean score on a criterion; empty if nobody has one. */
    public static Optional<Averages> ofCriterion(Batch batch, String criterion) {
        return of(batch.submissions().stream().flatMap(s -> s.scores().score(criterion).stream()).toList());
    }

    /** The mean result; empty if no result is complete. */
    public static Optional<Averages> ofResults(Batch batch) {
        return of(batch.submissions()
                .stream()
                .filter(s -> !s.scores().isEmpty())
                .map(s -> batch.result(s.student().key()))
                .filter(Result::complete)
                .map(Result::value)
                .toList());
    }

    private static Optional<Averages> of(List<BigDecimal> figures) {
        return figures.stream()
                .reduce(BigDecimal::add)
                .map(sum -> new Averages(sum.divide(BigDecimal.valueOf(figures.size()), 2, RoundingMode.HALF_UP),
                        figures.size()));
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What the scores come to, and how.
 *
 * @param value    the result on the record's scale, rounded
 * @param maximum  what the whole is worth in the record
 * @param complete true where no criterion is left unscored
 * @param grade    by the grade scale; empty without one, or below it
 * @param missed   names of what has a hurdle that was not reached
 * @param steps    how it came about, in order
 */
public record Result(BigDecimal value, BigDecimal maximum, boolean complete, Optional<String> grade,
        List<String> missed, List<Step> steps) {
    public Result {
        steps = List.copyOf(steps);
        missed = List.copyOf(missed);
    }

    /** How it came about, line by line, in words a student can read. */
    public List<String> derivation() {
        return steps.stream().map(Step::words).toList();
    }

    /** How the figure of a criterion came about. */
    public List<String> whyCriterion(String id) {
        return words(steps.stream().filter(s -> s.kind() == Step.Kind.CRITERION && s.of().equals(id)));
    }

    /** How the sum of a section came about: its criteria, then the sum. */
    public List<String> whySection(Section section, MarkScheme scheme) {
        List<String> ids = scheme.criteriaOf(section.id()).stream().map(Criterion::id).toList();
        return words(steps.stream()
                .filter(s -> s.kind() == Step.Kind.CRITERION && ids.contains(s.of())
                        || s.kind() == Step.Kind.SECTION && s.of().equals(section.id())));
    }

    private static List<String> words(Stream<Step> some) {
        return some.map(Step::words).toList();
    }
}

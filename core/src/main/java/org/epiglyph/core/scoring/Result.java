package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;

/** The result of the scores, and its derivation. Immutable; the derivation is computed when first asked for. */
public final class Result {
    private final BigDecimal value;
    private final BigDecimal maximum;
    private final boolean complete;
    private final Optional<String> grade;
    private final List<String> missed;
    private final Supplier<List<Step>> how;
    private volatile List<Step> steps;

    Result(BigDecimal value, BigDecimal maximum, boolean complete, Optional<String> grade, List<String> missed,
            Supplier<List<Step>> how) {
        this.value = value;
        this.maximum = maximum;
        this.complete = complete;
        this.grade = grade;
        this.missed = List.copyOf(missed);
        this.how = how;
    }

    /** The result on the record's scale, rounded. */
    public BigDecimal value() {
        return value;
    }

    /** What the whole is worth in the record. */
    public BigDecimal maximum() {
        return maximum;
    }

    /** The result as a share of the maximum, in percent to two places, half up; 0 where there is nothing to earn. */
    public BigDecimal percent() {
        return maximum.signum() == 0
                ? BigDecimal.ZERO
                : value.multiply(BigDecimal.valueOf(100)).divide(maximum, 2, RoundingMode.HALF_UP);
    }

    /** True if no criterion is left unscored. */
    public boolean complete() {
        return complete;
    }

    /** By the grade scale, also of what is scored so far; empty without a scale, or below it. */
    public Optional<String> grade() {
        return grade;
    }

    /** The grade as it may be shown; empty as long as a criterion is unscored. */
    public Optional<String> finalGrade() {
        return grade.filter(_ -> complete);
    }

    /** Names of criteria and sections whose hurdle was missed. */
    public List<String> missed() {
        return missed;
    }

    /** How it was computed, in order. */
    public List<Step> steps() {
        List<Step> known = steps;
        if (known == null) {
            known = List.copyOf(how.get());
            steps = known;
        }
        return known;
    }

    /** How it was computed, line by line, as a student can read it. */
    public List<String> derivation() {
        return steps().stream().map(s -> s.message().text()).toList();
    }

    /** How the figure of a criterion was computed. */
    public List<String> whyCriterion(String id) {
        return texts(steps().stream().filter(s -> s.kind() == Step.Kind.CRITERION && s.of().equals(id)));
    }

    /** How the sum of a section was computed: its criteria, then the sum. */
    public List<String> whySection(Section section, MarkScheme scheme) {
        List<String> ids = scheme.criteriaOf(section.id()).stream().map(Criterion::id).toList();
        return texts(steps().stream()
                .filter(s -> s.kind() == Step.Kind.CRITERION && ids.contains(s.of())
                        || s.kind() == Step.Kind.SECTION && s.of().equals(section.id())));
    }

    private static List<String> texts(Stream<Step> some) {
        return some.map(s -> s.message().text()).toList();
    }
}

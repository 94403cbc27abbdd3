package org.epiglyph.figures;

import java.math.BigDecimal;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Standing;

/**
 * The scores on one criterion. What is not scored, not attempted or excused is not in the sample; 0 is.
 *
 * @param facility       the mean as a share of the maximum, 0 to 1; NaN without scores, or if the maximum is 0
 * @param notAttempted   how many did not attempt it
 * @param asked          how many were asked: those with a score, and those who did not attempt it
 * @param discrimination correlation with the sum of the other criteria; empty if it cannot be computed
 */
public record CriterionFigures(Criterion criterion, Sample scores, double facility, int notAttempted, int asked,
        Optional<Double> discrimination) {
    /** With fewer scores than this nothing is said about which part of the scale is used. */
    private static final int ENOUGH = 8;
    private static final double EDGE = 0.25;

    static CriterionFigures of(Criterion criterion, Collection<Submission> submissions,
            Optional<Double> discrimination) {
        double[] scores = submissions.stream()
                .flatMap(s -> s.scores().score(criterion.id()).stream())
                .mapToDouble(BigDecimal::doubleValue)
                .toArray();
        int not = (int) submissions.stream()
                .filter(s -> s.scores().standing(criterion.id()).equals(Optional.of(Standing.NOT_ATTEMPTED)))
                .count();
        Sample sample = new Sample(scores);
        double maximum = criterion.maximum().doubleValue();
        return new CriterionFigures(criterion, sample, maximum == 0 ? Double.NaN : sample.mean() / maximum, not,
                scores.length + not, discrimination);
    }

    /** True if neither the lowest nor the highest quarter of the scale is used, given enough scores. */
    boolean isMiddleAlone() {
        double maximum = criterion.maximum().doubleValue();
        return scores.size() >= ENOUGH && scores.least() > maximum * EDGE && scores.most() < maximum * (1 - EDGE);
    }

    /** How often each score was given, from the lowest. */
    public List<Given> given() {
        return java.util.Arrays.stream(scores.values())
                .sorted()
                .boxed()
                .collect(java.util.stream.Collectors.groupingBy(v -> v, java.util.TreeMap::new,
                        java.util.stream.Collectors.counting()))
                .entrySet()
                .stream()
                .map(e -> new Given(e.getKey(), e.getValue()))
                .toList();
    }

    /** A score, and how many students have it. */
    public record Given(double score, long times) {}
}

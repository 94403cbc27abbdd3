package org.epiglyph.figures;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.batch.Work;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Result;

/**
 * The statistics of a class. A result counts once everything is scored.
 *
 * @param maximum   what the whole is worth
 * @param results   the known results, in roster order
 * @param grades    the number of students with each grade of the scale, highest first; empty without a scale
 * @param criteria  the criteria that take a score, in order
 * @param items     how the criteria are related
 * @param nearby    how many results are within one standard error of measurement of a boundary
 * @param sections  each section of the class compared with all others
 * @param relations correlations between criteria, closest first
 * @param phrases   the phrases that were used, most used first
 * @param marking   how the marking progressed
 * @param left      how many students with received work have no result yet
 * @param nothing   how many students handed in nothing and are not excused
 * @param lateWork  how many hand-ins were late
 */
public record ClassFigures(BigDecimal maximum, Sample results, Map<String, Integer> grades,
        List<CriterionFigures> criteria, ItemAnalysis items, Optional<Integer> nearby, Map<String, Contrast> sections,
        List<Relation> relations, List<PhraseUse> phrases, Marking marking, int left, int nothing, int lateWork) {
    /**
     * Computes the statistics of some students of a batch.
     *
     * @param zone the marker's time zone
     */
    public static ClassFigures of(Batch batch, Collection<StudentKey> students, Work work, ZoneId zone) {
        List<Submission> all = students.stream().map(batch::submission).toList();
        List<Submission> done = all.stream().filter(s -> isKnown(batch, s)).toList();
        double[][] rows = rows(batch, all);
        ItemAnalysis items = ItemAnalysis.of(rows);
        List<Criterion> scored = scored(batch);
        List<CriterionFigures> criteria = new ArrayList<>();
        for (int i = 0; i < scored.size(); i++) {
            criteria.add(CriterionFigures.of(scored.get(i), all, items.discriminations().get(i)));
        }
        Set<StudentKey> known = done.stream().map(s -> s.student().key()).collect(Collectors.toSet());
        return new ClassFigures(batch.task().maximum(), sample(batch, done), grades(batch, done), List.copyOf(criteria),
                items, nearby(batch, done, items), sections(batch, done), Relation.of(rows),
                PhraseUse.of(batch.phrasebook(), all), Marking.of(work, known, k -> value(batch, k), zone),
                (int) all.stream().filter(s -> !s.handIns().isEmpty() && !known.contains(s.student().key())).count(),
                (int) all.stream()
                        .filter(s -> s.handIns().isEmpty() && !s.scores().isExcused(batch.scheme()))
                        .count(),
                (int) all.stream().filter(s -> batch.lateness(s).isPresent()).count());
    }

    private static List<Criterion> scored(Batch batch) {
        return batch.scheme().criteria().stream().filter(Criterion::isScored).toList();
    }

    private static boolean isKnown(Batch batch, Submission submission) {
        return !submission.scores().isEmpty() && submission.scores().isComplete(batch.scheme());
    }

    private static double value(Batch batch, StudentKey student) {
        return batch.result(student).value().doubleValue();
    }

    private static Sample sample(Batch batch, Collection<Submission> some) {
        return new Sample(some.stream().mapToDouble(s -> value(batch, s.student().key())).toArray());
    }

    /** Students with points on every criterion; not attempted counts as 0. */
    private static double[][] rows(Batch batch, List<Submission> all) {
        List<Criterion> criteria = scored(batch);
        double[][] rows = all.stream()
                .map(s -> criteria.stream().map(c -> points(s, c)).toList())
                .filter(r -> r.stream().allMatch(Optional::isPresent))
                .map(r -> r.stream().mapToDouble(Optional::get).toArray())
                .toArray(double[][]::new);
        return rows.length == 0 ? new double[][]{new double[criteria.size()]} : rows;
    }

    private static Optional<Double> points(Submission submission, Criterion criterion) {
        return submission.scores()
                .score(criterion.id())
                .map(BigDecimal::doubleValue)
                .or(() -> submission.scores()
                        .standing(criterion.id())
                        .filter(s -> s == org.epiglyph.core.scoring.Standing.NOT_ATTEMPTED)
                        .map(_ -> 0.0));
    }

    private static Map<String, Integer> grades(Batch batch, List<Submission> done) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        batch.scheme()
                .rules()
                .grades()
                .ifPresent(g -> g.boundaries().forEach(b -> counts.put(b.grade(), 0)));
        for (Submission submission : done) {
            batch.result(submission.student().key()).grade().ifPresent(g -> counts.merge(g, 1, Integer::sum));
        }
        return counts;
    }

    /** The error refers to the sum of the criteria; it is converted to the scale of the record. */
    private static Optional<Integer> nearby(Batch batch, List<Submission> done, ItemAnalysis items) {
        Optional<GradeScale> scale = batch.scheme().rules().grades();
        double whole = batch.scheme().maximum().doubleValue();
        if (scale.isEmpty() || items.standardError().isEmpty() || whole == 0) {
            return Optional.empty();
        }
        BigDecimal width = BigDecimal
                .valueOf(items.standardError().get() * batch.task().maximum().doubleValue() / whole);
        return Optional.of((int) done.stream()
                .filter(s -> !scale.get().near(batch.result(s.student().key()), width).isEmpty())
                .count());
    }

    private static Map<String, Contrast> sections(Batch batch, List<Submission> done) {
        if (batch.isCovered()) {
            return Map.of();
        }
        List<String> names = done.stream().map(s -> s.student().section()).distinct().sorted().toList();
        Map<String, Contrast> all = new LinkedHashMap<>();
        List<String> seen = names.size() == 2 ? names.subList(1, 2) : names;
        if (names.size() > 1) {
            for (String name : seen) {
                contrast(batch, done, s -> s.student().section().equals(name)).ifPresent(c -> all.put(name, c));
            }
        }
        return all;
    }

    private static Optional<Contrast> contrast(Batch batch, List<Submission> done, Predicate<Submission> second) {
        return Contrast.of(sample(batch, done.stream().filter(second.negate()).toList()),
                sample(batch, done.stream().filter(second).toList()));
    }

    /** How long the remaining work takes at the marker's pace; empty if that is unknown, or nothing is left. */
    Optional<Duration> timeLeft() {
        return left == 0 ? Optional.empty() : marking.pace().map(p -> p.multipliedBy(left));
    }

    /**
     * How many results are in each of a number of equal parts of the range from 0 to the maximum; higher ones are in
     * the last.
     */
    public int[] distribution(int parts) {
        return results.distribution(maximum.doubleValue(), parts);
    }

    /** The grade boundaries of a scheme above 0, in points. */
    public static Map<String, Double> boundaries(Batch batch) {
        Map<String, Double> all = new LinkedHashMap<>();
        batch.scheme()
                .rules()
                .grades()
                .ifPresent(g -> g.boundaries()
                        .stream()
                        .filter(b -> b.from().signum() > 0)
                        .forEach(b -> all.put(b.grade(), b.at(batch.task().maximum()).doubleValue())));
        return all;
    }

    /** How many results are below a student's; empty before it is known. */
    public static Optional<Long> below(Batch batch, ClassFigures figures, StudentKey student) {
        Result result = batch.result(student);
        return isKnown(batch, batch.submission(student))
                ? Optional.of(Arrays.stream(figures.results.values())
                        .filter(v -> v < result.value().doubleValue())
                        .count())
                : Optional.empty();
    }
}

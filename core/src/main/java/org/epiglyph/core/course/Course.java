package org.epiglyph.core.course;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;

/**
 * The batches of one course, earliest due first. A result counts once everything is scored. All figures are percentages
 * of what can be reached, so that tasks with different maxima can be compared.
 */
public record Course(List<Part> parts) {
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
    private static final int PLACES = 1;

    public Course {
        parts = parts.stream()
                .sorted(Comparator.comparing((Part p) -> p.batch.task().due().orElse(Instant.MAX))
                        .thenComparing(p -> p.batch.task().title()))
                .toList();
    }

    /**
     * One batch of it.
     *
     * @param weight the weight of its results, 0 or more
     */
    public record Part(Batch batch, BigDecimal weight) {
        public Part {
            if (weight.signum() < 0) {
                throw new IllegalArgumentException("A weight is 0 or more, not " + weight);
            }
        }

        /** A student's result in percent; empty if it is not known yet or the student is not in the class. */
        public Optional<BigDecimal> percent(StudentKey student) {
            if (batch.position(student) < 0) {
                return Optional.empty();
            }
            Submission submission = batch.submission(student);
            return submission.scores().isEmpty() || !submission.scores().isComplete(batch.scheme())
                    || submission.scores().isExcused(batch.scheme())
                            ? Optional.empty()
                            : Optional.of(batch.result(student).percent());
        }
    }

    /**
     * With one batch as it is now.
     *
     * @param before the same batch among the parts
     */
    public Course with(Batch before, Batch now) {
        return new Course(parts.stream().map(p -> p.batch == before ? new Part(now, p.weight) : p).toList());
    }

    /** A student's weighted mean in percent; empty if no weighted result is known. */
    public Optional<BigDecimal> average(StudentKey student) {
        BigDecimal sum = BigDecimal.ZERO;
        BigDecimal weights = BigDecimal.ZERO;
        for (Part part : parts) {
            Optional<BigDecimal> percent = part.percent(student);
            if (percent.isPresent()) {
                sum = sum.add(percent.get().multiply(part.weight));
                weights = weights.add(part.weight);
            }
        }
        return weights.signum() == 0
                ? Optional.empty()
                : Optional.of(sum.divide(weights, PLACES, RoundingMode.HALF_UP));
    }

    /** The mean of the known results of some students in one part, in percent; empty if there are none. */
    public static Optional<BigDecimal> mean(Part part, Collection<StudentKey> students) {
        return mean(students.stream().flatMap(s -> part.percent(s).stream()).toList());
    }

    /** The mean of the averages of some students, in percent; empty if there are none. */
    public Optional<BigDecimal> mean(Collection<StudentKey> students) {
        return mean(students.stream().flatMap(s -> average(s).stream()).toList());
    }

    private static Optional<BigDecimal> mean(List<BigDecimal> percents) {
        return percents.isEmpty()
                ? Optional.empty()
                : Optional.of(percents.stream()
                        .reduce(BigDecimal.ZERO, BigDecimal::add)
                        .divide(BigDecimal.valueOf(percents.size()), PLACES, RoundingMode.HALF_UP));
    }

    /** All students of all parts, each once. */
    public List<StudentKey> students() {
        return parts.stream().flatMap(p -> p.batch.students().stream()).distinct().toList();
    }

    /** The students of a section of the class, in any part. */
    public List<StudentKey> section(String name) {
        return parts.stream()
                .flatMap(p -> p.batch.submissions().stream())
                .filter(s -> s.student().section().equals(name))
                .map(s -> s.student().key())
                .distinct()
                .toList();
    }

    /**
     * A criterion that occurs in several batches under one name.
     *
     * @param percents by position among the parts, from 0: the student's share of its maximum in percent; parts without
     *                 a score are missing
     */
    public record Recurring(String name, Map<Integer, BigDecimal> percents) {}

    /**
     * Criteria that occur in two or more batches, with a student's score on each; those without any score are left out.
     */
    public List<Recurring> recurring(StudentKey student) {
        Map<String, Recurring> all = new LinkedHashMap<>();
        Map<String, Integer> batches = new LinkedHashMap<>();
        for (int i = 0; i < parts.size(); i++) {
            Batch batch = parts.get(i).batch;
            for (Criterion criterion : scored(batch.scheme())) {
                String name = criterion.name().strip().toLowerCase(Locale.ROOT);
                batches.merge(name, 1, Integer::sum);
                Recurring one = all.computeIfAbsent(name,
                        _ -> new Recurring(criterion.name().strip(), new LinkedHashMap<>()));
                int at = i;
                share(batch, criterion, student).ifPresent(p -> one.percents.put(at, p));
            }
        }
        return all.entrySet()
                .stream()
                .filter(e -> batches.get(e.getKey()) > 1 && !e.getValue().percents.isEmpty())
                .map(Map.Entry::getValue)
                .toList();
    }

    /** Each name once: if two criteria of a scheme share a name, the first stands for both. */
    private static List<Criterion> scored(MarkScheme scheme) {
        List<Criterion> all = new ArrayList<>();
        for (Criterion one : scheme.criteria()) {
            boolean known = all.stream().anyMatch(c -> c.name().strip().equalsIgnoreCase(one.name().strip()));
            if (one.isScored() && one.maximum().signum() > 0 && !known) {
                all.add(one);
            }
        }
        return all;
    }

    private static Optional<BigDecimal> share(Batch batch, Criterion criterion, StudentKey student) {
        return batch.position(student) < 0
                ? Optional.empty()
                : batch.submission(student)
                        .scores()
                        .score(criterion.id())
                        .map(p -> p.multiply(HUNDRED).divide(criterion.maximum(), PLACES, RoundingMode.HALF_UP));
    }
}

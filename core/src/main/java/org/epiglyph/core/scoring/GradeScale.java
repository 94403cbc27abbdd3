package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * Boundaries that turn a result into a grade.
 *
 * @param name       the scale's name
 * @param boundaries from the highest to the lowest, at least one
 */
public record GradeScale(String name, List<Boundary> boundaries) {
    /** Predefined scales. Common practice, no source. */
    public static final List<GradeScale> READY = List.of(
            ready("Letters", "A 90", "B 80", "C 70", "D 60", "E 0"),
            ready("Classes", "First 70", "Upper second 60", "Lower second 50", "Third 40", "Fail 0"),
            ready("Pass, merit, distinction", "Distinction 70", "Merit 60", "Pass 50", "Fail 0"),
            ready("Pass from half", "Pass 50", "Not passed 0"));

    public GradeScale {
        boundaries = boundaries.stream().sorted(Comparator.comparing(Boundary::from).reversed()).toList();
        if (boundaries.isEmpty()) {
            throw new InvalidValue(Message.of(GradeScale.class, "needsBoundary"));
        }
        for (int i = 1; i < boundaries.size(); i++) {
            if (boundaries.get(i).from.compareTo(boundaries.get(i - 1).from) == 0) {
                throw new InvalidValue(
                        Message.of(GradeScale.class, "twiceAt", Criterion.format(boundaries.get(i).from)));
            }
        }
    }

    /**
     * Where a grade begins.
     *
     * @param from  percentage of the maximum, inclusive
     * @param grade the grade, never blank
     */
    public record Boundary(BigDecimal from, String grade) {
        public Boundary {
            if (grade.isBlank()) {
                throw new InvalidValue(Message.of(GradeScale.class, "needsWord"));
            }
        }

        /** The points at which it begins, out of a maximum. */
        public BigDecimal at(BigDecimal maximum) {
            return from.multiply(maximum).movePointLeft(2);
        }
    }

    /** The grade for a percentage; empty below all boundaries. */
    Optional<String> grade(Exact percent) {
        return boundaries.stream()
                .filter(b -> percent.compareTo(Exact.of(b.from)) >= 0)
                .map(Boundary::grade)
                .findFirst();
    }

    /**
     * The scale with one boundary moved.
     *
     * @param grade one of its grades
     * @param from  percentage of the maximum
     * @throws IllegalArgumentException if there is no such grade, or the boundary would reach or pass its neighbour
     */
    public GradeScale withBoundary(String grade, BigDecimal from) {
        int at = IntStream.range(0, boundaries.size())
                .filter(i -> boundaries.get(i).grade.equals(grade))
                .findFirst()
                .orElseThrow(() -> new InvalidValue(Message.of(GradeScale.class, "noGrade", grade)));
        List<Boundary> other = new ArrayList<>(boundaries);
        other.set(at, new Boundary(from, grade));
        boolean above = at > 0 && from.compareTo(boundaries.get(at - 1).from) >= 0;
        boolean below = at + 1 < boundaries.size() && from.compareTo(boundaries.get(at + 1).from) <= 0;
        if (above || below) {
            Boundary neighbour = boundaries.get(above ? at - 1 : at + 1);
            throw new InvalidValue(above
                    ? Message.of(GradeScale.class, "staysBelow", grade, neighbour.grade,
                            Criterion.format(neighbour.from))
                    : Message.of(GradeScale.class, "staysAbove", grade, neighbour.grade,
                            Criterion.format(neighbour.from)));
        }
        return new GradeScale(name, other);
    }

    /** The boundaries above 0 that are within this many points of a result. */
    public List<Boundary> near(Result result, BigDecimal width) {
        return boundaries.stream()
                .filter(b -> b.from.signum() > 0
                        && result.value().subtract(b.at(result.maximum())).abs().compareTo(width) <= 0)
                .toList();
    }

    private static GradeScale ready(String name, String... grades) {
        return new GradeScale(name, IntStream.range(0, grades.length).mapToObj(i -> {
            int space = grades[i].lastIndexOf(' ');
            return new Boundary(new BigDecimal(grades[i].substring(space + 1)), grades[i].substring(0, space));
        }).toList());
    }
}

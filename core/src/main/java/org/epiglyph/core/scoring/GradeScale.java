package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Boundaries that turn a result into a word.
 *
 * @param name       what it is called
 * @param boundaries from the highest to the lowest, at least one
 */
public record GradeScale(String name, List<Boundary> boundaries) {
    /** Ready ones. Common practice, no source. */
    public static final List<GradeScale> READY = List.of(
            ready("Letters", "A 90", "B 80", "C 70", "D 60", "E 0"),
            ready("Classes", "First 70", "Upper second 60", "Lower second 50", "Third 40", "Fail 0"),
            ready("Pass, merit, distinction", "Distinction 70", "Merit 60", "Pass 50", "Fail 0"),
            ready("Pass from half", "Pass 50", "Not passed 0"));

    public GradeScale {
        boundaries = boundaries.stream().sorted(Comparator.comparing(Boundary::from).reversed()).toList();
        if (boundaries.isEmpty()) {
            throw new IllegalArgumentException("A grade scale needs a boundary");
        }
        for (int i = 1; i < boundaries.size(); i++) {
            if (boundaries.get(i).from.compareTo(boundaries.get(i - 1).from) == 0) {
                throw new IllegalArgumentException(
                        "Two grades begin at " + Criterion.words(boundaries.get(i).from) + " percent");
            }
        }
    }

    /**
     * Where a grade begins.
     *
     * @param from  percent of the maximum, itself included
     * @param grade the word, never blank
     */
    public record Boundary(BigDecimal from, String grade) {
        public Boundary {
            if (grade.isBlank()) {
                throw new IllegalArgumentException("A grade needs a word");
            }
        }
    }

    /** The grade of so many percent; empty below all boundaries. */
    public Optional<String> grade(Exact percent) {
        return boundaries.stream()
                .filter(b -> percent.compareTo(Exact.of(b.from)) >= 0)
                .map(Boundary::grade)
                .findFirst();
    }

    private static GradeScale ready(String name, String... grades) {
        return new GradeScale(name, IntStream.range(0, grades.length).mapToObj(i -> {
            int space = grades[i].lastIndexOf(' ');
            return new Boundary(new BigDecimal(grades[i].substring(space + 1)), grades[i].substring(0, space));
        }).toList());
    }
}

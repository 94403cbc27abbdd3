package org.epiglyph.core.scoring;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Criteria to sections to total, exactly.
 *
 * @param sums    one for each section with criteria, in the order of its first criterion
 * @param earned  the total, which penalties may bring below 0
 * @param maximum the most that could be earned: what is excused is not in it, nor is a bonus
 */
record Totals(List<Sum> sums, Exact earned, Exact maximum) {

    /**
     * What one section comes to.
     *
     * @param section empty for the criteria without one
     * @param parts   its criteria in order
     * @param earned  before the section's weight
     * @param maximum before the section's weight
     */
    record Sum(Optional<Section> section, List<Part> parts, Exact earned, Exact maximum) {
        Exact weighted(Exact of) {
            return section.map(s -> of.times(s.weight())).orElse(of);
        }
    }

    /**
     * What one criterion brings.
     *
     * @param earned what it adds to the section's sum; 0 where it does not count
     * @param passed true where others count in its place, since only the best do
     */
    record Part(Criterion criterion, Exact earned, boolean passed) {}

    static Totals of(MarkScheme scheme, Scorecard card) {
        Map<String, List<Criterion>> bySection = new LinkedHashMap<>();
        scheme.criteria().forEach(c -> bySection.computeIfAbsent(c.section(), _ -> new ArrayList<>()).add(c));
        List<Sum> sums = new ArrayList<>();
        Exact earned = Exact.ZERO;
        Exact maximum = Exact.ZERO;
        for (Map.Entry<String, List<Criterion>> entry : bySection.entrySet()) {
            Sum sum = sum(scheme.findSection(entry.getKey()), entry.getValue(), card);
            sums.add(sum);
            earned = earned.plus(sum.weighted(sum.earned));
            maximum = maximum.plus(sum.weighted(sum.maximum));
        }
        return new Totals(sums, earned, maximum);
    }

    private static Sum sum(Optional<Section> section, List<Criterion> criteria, Scorecard card) {
        List<Unit> units = units(criteria)
                .stream()
                .map(u -> Unit.of(u, card))
                .filter(u -> !u.isExcused())
                .toList();
        int count = Math.min(units.size(), section.flatMap(Section::best).orElse(units.size()));
        Set<String> counting = new HashSet<>();
        best(units, Unit::earned, count).forEach(u -> counting.add(u.counting.id()));
        Exact maximum = Exact.ZERO;
        for (Unit unit : best(units, Unit::maximum, count)) {
            maximum = maximum.plus(unit.maximum);
        }
        List<Part> parts = new ArrayList<>();
        Exact sum = Exact.ZERO;
        for (Criterion criterion : criteria) {
            boolean passed = criterion.role() == Role.COUNTS && !counting.contains(criterion.id());
            Exact points = switch (criterion.role()) {
                case COUNTS -> passed ? Exact.ZERO : points(criterion, card);
                case BONUS -> points(criterion, card);
                case PENALTY -> Exact.ZERO.minus(points(criterion, card));
                case SHOWN -> Exact.ZERO;
            };
            parts.add(new Part(criterion, points,
                    passed && card.isSettled(criterion.id()) && !isExcused(criterion, card)));
            sum = sum.plus(points);
        }
        return new Sum(section, parts, sum, maximum);
    }

    /** The so many highest; all of them as they are where all count. */
    private static List<Unit> best(List<Unit> units, Function<Unit, Exact> of, int count) {
        return count == units.size()
                ? units
                : units.stream().sorted(Comparator.comparing(of).reversed()).limit(count).toList();
    }

    private static Exact points(Criterion criterion, Scorecard card) {
        return card.score(criterion.id()).map(s -> Exact.of(s).times(criterion.weight())).orElse(Exact.ZERO);
    }

    private static boolean isExcused(Criterion criterion, Scorecard card) {
        return card.standing(criterion.id()).equals(Optional.of(Standing.EXCUSED));
    }

    /** Criteria that compete to count: each by itself, alternatives together. */
    private static Collection<List<Criterion>> units(List<Criterion> criteria) {
        Map<String, List<Criterion>> units = new LinkedHashMap<>();
        criteria.stream()
                .filter(c -> c.role() == Role.COUNTS && c.isScored())
                .forEach(c -> units.computeIfAbsent(unit(c), _ -> new ArrayList<>()).add(c));
        return units.values();
    }

    private static String unit(Criterion criterion) {
        return criterion.alternative().isEmpty() ? "criterion " + criterion.id() : "either " + criterion.alternative();
    }

    /**
     * True where the criterion need not be scored any more: an alternative to it is settled, or as many of its section
     * are as count.
     */
    static boolean hasEnough(MarkScheme scheme, Criterion criterion, Scorecard card) {
        Optional<Integer> best = scheme.findSection(criterion.section()).flatMap(Section::best);
        if (best.isEmpty() && criterion.alternative().isEmpty()) {
            return false;
        }
        List<List<Criterion>> units = List.copyOf(units(scheme.criteriaOf(criterion.section())));
        List<List<Criterion>> settled = units.stream()
                .filter(u -> u.stream().anyMatch(c -> card.isSettled(c.id())))
                .toList();
        return settled.stream().anyMatch(u -> u.contains(criterion))
                || best.filter(b -> settled.size() >= b).isPresent();
    }

    /** One criterion, or alternatives of which the best counts. */
    private record Unit(Criterion counting, Exact earned, Exact maximum, boolean isExcused) {
        static Unit of(List<Criterion> criteria, Scorecard card) {
            List<Criterion> asked = criteria.stream().filter(c -> !Totals.isExcused(c, card)).toList();
            if (asked.isEmpty()) {
                return new Unit(criteria.getFirst(), Exact.ZERO, Exact.ZERO, true);
            }
            Criterion best = asked.getFirst();
            Exact maximum = Exact.ZERO;
            for (Criterion criterion : asked) {
                if (points(criterion, card).compareTo(points(best, card)) > 0) {
                    best = criterion;
                }
                maximum = maximum.max(Exact.of(criterion.maximum()).times(criterion.weight()));
            }
            return new Unit(best, points(best, card), maximum, false);
        }
    }
}

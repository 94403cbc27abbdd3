package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * From criteria to sections to the total, exactly: scores and weights are decimals, and so are their sums.
 *
 * @param sums    one for each section with criteria, in the order of its first criterion
 * @param earned  the total, which penalties may lower below 0
 * @param maximum the most that could be earned, without what is excused and without bonus
 */
record Totals(List<Sum> sums, BigDecimal earned, BigDecimal maximum) {

    /**
     * The sum of one section.
     *
     * @param section empty for the criteria without one
     * @param parts   its criteria in order
     * @param earned  before the section's weight
     * @param maximum before the section's weight
     */
    record Sum(Optional<Section> section, List<Part> parts, BigDecimal earned, BigDecimal maximum) {
        BigDecimal weighted(BigDecimal of) {
            return section.isPresent() ? of.multiply(section.get().weight()) : of;
        }
    }

    /**
     * The contribution of one criterion.
     *
     * @param earned what it adds to the section's sum; 0 if it does not count
     * @param passed true if others count in its place, since only the best do
     */
    record Part(Criterion criterion, BigDecimal earned, boolean passed) {}

    /**
     * How a scheme's criteria are summed, computed once for all cards of a class.
     *
     * @param scheme the scheme
     * @param groups one for each section with criteria, in the order of its first criterion
     */
    private record Grouping(MarkScheme scheme, List<Group> groups) {
        private static volatile Grouping last = new Grouping(new MarkScheme(List.of()), List.of());

        static Grouping of(MarkScheme scheme) {
            Grouping known = last;
            if (known.scheme != scheme) {
                Map<String, List<Criterion>> bySection = new LinkedHashMap<>();
                scheme.criteria().forEach(c -> bySection.computeIfAbsent(c.section(), _ -> new ArrayList<>()).add(c));
                known = new Grouping(scheme, bySection.entrySet()
                        .stream()
                        .map(e -> new Group(scheme.findSection(e.getKey()), e.getValue(),
                                List.copyOf(Totals.units(e.getValue()))))
                        .toList());
                last = known;
            }
            return known;
        }
    }

    /** @param units criteria that compete to count */
    private record Group(Optional<Section> section, List<Criterion> criteria, List<List<Criterion>> units) {}

    static Totals of(MarkScheme scheme, Scorecard card) {
        List<Sum> sums = new ArrayList<>();
        BigDecimal earned = BigDecimal.ZERO;
        BigDecimal maximum = BigDecimal.ZERO;
        for (Group group : Grouping.of(scheme).groups) {
            Sum sum = sum(group, card);
            sums.add(sum);
            earned = earned.add(sum.weighted(sum.earned));
            maximum = maximum.add(sum.weighted(sum.maximum));
        }
        return new Totals(sums, earned, maximum);
    }

    /** The sum of a section; empty if it has no criteria. */
    Optional<Sum> sum(String section) {
        return sums.stream().filter(s -> s.section.map(Section::id).orElse("").equals(section)).findFirst();
    }

    private static List<Unit> units(Group group, Scorecard card) {
        List<Unit> units = new ArrayList<>(group.units.size());
        for (List<Criterion> unit : group.units) {
            Unit one = Unit.of(unit, card);
            if (!one.isExcused) {
                units.add(one);
            }
        }
        return units;
    }

    private static Sum sum(Group group, Scorecard card) {
        List<Unit> units = units(group, card);
        int count = Math.min(units.size(), group.section.flatMap(Section::best).orElse(units.size()));
        Set<Criterion> counting = Collections.newSetFromMap(new IdentityHashMap<>());
        best(units, Unit::earned, count).forEach(u -> counting.add(u.counting));
        BigDecimal maximum = BigDecimal.ZERO;
        for (Unit unit : best(units, Unit::maximum, count)) {
            maximum = maximum.add(unit.maximum);
        }
        List<Part> parts = new ArrayList<>(group.criteria.size());
        BigDecimal sum = BigDecimal.ZERO;
        for (Criterion criterion : group.criteria) {
            boolean passed = criterion.role() == Role.COUNTS && !counting.contains(criterion);
            BigDecimal points = switch (criterion.role()) {
                case COUNTS -> passed ? BigDecimal.ZERO : points(criterion, card);
                case BONUS -> points(criterion, card);
                case PENALTY -> points(criterion, card).negate();
                case SHOWN -> BigDecimal.ZERO;
            };
            parts.add(new Part(criterion, points,
                    passed && card.isSettled(criterion.id()) && !isExcused(criterion, card)));
            sum = sum.add(points);
        }
        return new Sum(group.section, parts, sum, maximum);
    }

    /** The highest units; all of them if all count. */
    private static List<Unit> best(List<Unit> units, Function<Unit, BigDecimal> of, int count) {
        return count == units.size()
                ? units
                : units.stream().sorted(Comparator.comparing(of).reversed()).limit(count).toList();
    }

    private static BigDecimal points(Criterion criterion, Scorecard card) {
        BigDecimal score = card.points().get(criterion.id());
        return score == null ? BigDecimal.ZERO : score.multiply(criterion.weight());
    }

    private static boolean isExcused(Criterion criterion, Scorecard card) {
        return card.standings().get(criterion.id()) == Standing.EXCUSED;
    }

    /** Criteria that compete to count: each on its own, alternatives together. */
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
     * True if the criterion need not be scored any more: an alternative is settled, or as many of its section are as
     * count.
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
    private record Unit(Criterion counting, BigDecimal earned, BigDecimal maximum, boolean isExcused) {
        static Unit of(List<Criterion> criteria, Scorecard card) {
            Criterion best = null;
            BigDecimal maximum = BigDecimal.ZERO;
            for (Criterion criterion : criteria) {
                if (!Totals.isExcused(criterion, card)) {
                    if (best == null || points(criterion, card).compareTo(points(best, card)) > 0) {
                        best = criterion;
                    }
                    maximum = maximum.max(criterion.maximum().multiply(criterion.weight()));
                }
            }
            if (best == null) {
                return new Unit(criteria.getFirst(), BigDecimal.ZERO, BigDecimal.ZERO, true);
            }
            return new Unit(best, points(best, card), maximum, false);
        }
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.AbstractMap;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * The scores of one submission. A criterion without an entry is not scored, which is neither 0 nor not attempted.
 *
 * @param points     points by criterion id
 * @param standings  what replaces points, by criterion id; no criterion is in both
 * @param levels     ids of the chosen levels, by criterion id
 * @param parts      ids of the parts that are present, by criterion id
 * @param remarks    remarks for the student, by criterion id
 * @param moderation the change to the result that was decided independently of the scores
 * @param lateness   what lateness costs this student, in place of the scheme's rule
 */
public record Scorecard(Map<String, BigDecimal> points, Map<String, Standing> standings, Map<String, String> levels,
        Map<String, List<String>> parts, Map<String, String> remarks, Optional<Moderation> moderation,
        Optional<OwnLateness> lateness) {
    /** Nothing scored yet. */
    public static final Scorecard EMPTY = new Scorecard(Map.of(), Map.of(), Map.of(), Map.of(), Map.of(),
            Optional.empty(), Optional.empty());

    public Scorecard {
        points = frozen(points);
        standings = frozen(standings); // cards of the first version have none, nor what follows
        levels = frozen(levels);
        parts = frozen(parts);
        remarks = frozen(remarks);
        moderation = Objects.requireNonNullElse(moderation, Optional.empty());
        lateness = Objects.requireNonNullElse(lateness, Optional.empty());
    }

    /** An immutable map that cards share; in the order in which criteria were first settled. */
    private static final class FrozenMap<V> extends AbstractMap<String, V> {
        private static final FrozenMap<?> NONE = new FrozenMap<>(new LinkedHashMap<>());
        private final Map<String, V> entries;

        private FrozenMap(Map<String, V> entries) {
            this.entries = Collections.unmodifiableMap(entries);
        }

        @Override
        public V get(Object key) {
            return entries.get(key);
        }

        @Override
        public boolean containsKey(Object key) {
            return entries.containsKey(key);
        }

        @Override
        public Set<Entry<String, V>> entrySet() {
            return entries.entrySet();
        }
    }

    @SuppressWarnings("unchecked")
    private static <V> Map<String, V> frozen(Map<String, V> map) {
        if (map == null || map.isEmpty()) {
            return (FrozenMap<V>) FrozenMap.NONE;
        }
        return map instanceof FrozenMap<V> ? map : new FrozenMap<>(new LinkedHashMap<>(map));
    }

    public Optional<BigDecimal> score(String criterion) {
        return Optional.ofNullable(points.get(criterion));
    }

    public Optional<Standing> standing(String criterion) {
        return Optional.ofNullable(standings.get(criterion));
    }

    /** How a criterion is settled. */
    public Judgement judgement(String criterion) {
        return new Judgement(score(criterion), standing(criterion), levels.getOrDefault(criterion, ""),
                parts.getOrDefault(criterion, List.of()));
    }

    /** The remark on a criterion for the student; may be empty. */
    public String remark(String criterion) {
        return remarks.getOrDefault(criterion, "");
    }

    /** True if the criterion has a score, or a standing in its place. */
    public boolean isSettled(String criterion) {
        return points.containsKey(criterion) || standings.containsKey(criterion);
    }

    /** The card with one criterion scored, or without its score; a standing is removed. */
    public Scorecard with(String criterion, Optional<BigDecimal> score) {
        return with(criterion, new Judgement(score, Optional.empty(), "", List.of()));
    }

    /** The card with a standing in place of a criterion's score, or with neither. */
    public Scorecard withStanding(String criterion, Optional<Standing> standing) {
        return with(criterion, new Judgement(Optional.empty(), standing, "", List.of()));
    }

    /** The card with one criterion settled. */
    public Scorecard with(String criterion, Judgement judgement) {
        return new Scorecard(changed(points, criterion, judgement.points()),
                changed(standings, criterion, judgement.standing()),
                changed(levels, criterion, Optional.of(judgement.level()).filter(l -> !l.isEmpty())),
                changed(parts, criterion, Optional.of(judgement.parts()).filter(p -> !p.isEmpty())), remarks,
                moderation,
                lateness);
    }

    /** The card with a remark on a criterion; an empty one removes it. */
    public Scorecard withRemark(String criterion, String remark) {
        return new Scorecard(points, standings, levels, parts,
                changed(remarks, criterion, Optional.of(remark).filter(r -> !r.isEmpty())), moderation, lateness);
    }

    public Scorecard withModeration(Optional<Moderation> other) {
        return new Scorecard(points, standings, levels, parts, remarks, other, lateness);
    }

    public Scorecard withLateness(Optional<OwnLateness> other) {
        return new Scorecard(points, standings, levels, parts, remarks, moderation, other);
    }

    private static <V> Map<String, V> changed(Map<String, V> map, String criterion, Optional<V> value) {
        if (value.equals(Optional.ofNullable(map.get(criterion)))) {
            return map;
        }
        Map<String, V> other = new LinkedHashMap<>(map);
        value.ifPresentOrElse(v -> other.put(criterion, v), () -> other.remove(criterion));
        return new FrozenMap<>(other);
    }

    /** The sum of the criteria before the rules, with weights and best-of rules applied. */
    public BigDecimal total(MarkScheme scheme) {
        return Totals.of(scheme, this).earned();
    }

    /** The sum of a section's criteria, before its weight; empty for a section without criteria. */
    public Optional<BigDecimal> sum(MarkScheme scheme, String section) {
        return Totals.of(scheme, this).sum(section).map(Totals.Sum::earned);
    }

    /** How many of the criteria that require a score are settled. */
    public int scoredOf(MarkScheme scheme) {
        return askedBy(scheme) - left(scheme).size();
    }

    /** How many criteria of a scheme require a score. */
    public static int askedBy(MarkScheme scheme) {
        return EMPTY.left(scheme).size();
    }

    /** True if everything that the scheme requires is settled. */
    public boolean isComplete(MarkScheme scheme) {
        return scheme.criteria().stream().noneMatch(c -> isLeft(c, scheme));
    }

    /**
     * The criteria that still require a score. Remarks do not, nor do bonus and penalty; of alternatives one is enough,
     * and if only the best of a section count, as many as count.
     */
    public List<Criterion> left(MarkScheme scheme) {
        return scheme.criteria().stream().filter(c -> isLeft(c, scheme)).toList();
    }

    private boolean isLeft(Criterion criterion, MarkScheme scheme) {
        return criterion.isScored() && !isSettled(criterion.id()) && switch (criterion.role()) {
            case SHOWN -> true;
            case COUNTS -> !Totals.hasEnough(scheme, criterion, this);
            case BONUS, PENALTY -> false;
        };
    }

    /** True if nothing is expected: every criterion that takes a score is excused. */
    public boolean isExcused(MarkScheme scheme) {
        List<Criterion> scored = scheme.criteria().stream().filter(Criterion::isScored).toList();
        return !scored.isEmpty()
                && scored.stream().allMatch(c -> standing(c.id()).equals(Optional.of(Standing.EXCUSED)));
    }

    /** True if nothing was recorded for any criterion. */
    public boolean isEmpty() {
        return points.isEmpty() && standings.isEmpty() && remarks.isEmpty() && moderation.isEmpty()
                && lateness.isEmpty();
    }
}

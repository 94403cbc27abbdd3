package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;

/**
 * What is assessed and what it is worth.
 *
 * @param criteria in the order in which they are marked, at least one
 */
public record MarkScheme(List<Criterion> criteria) {
    public MarkScheme {
        criteria = List.copyOf(criteria);
        if (criteria.isEmpty()) {
            throw new IllegalArgumentException("A mark scheme needs a criterion");
        }
        if (new HashSet<>(criteria.stream().map(Criterion::id).toList()).size() < criteria.size()) {
            throw new IllegalArgumentException("Two criteria share an id");
        }
    }

    /** A scheme of one criterion worth the task's maximum, for a batch that came without one. */
    public static MarkScheme single(BigDecimal maximum) {
        return new MarkScheme(List.of(new Criterion("c1", "Score", "", maximum, new BigDecimal("0.5"))));
    }

    /** The sum of all maxima. */
    public BigDecimal maximum() {
        return criteria.stream().map(Criterion::maximum).reduce(BigDecimal.ZERO, BigDecimal::add);
    }

    public Optional<Criterion> findCriterion(String id) {
        return criteria.stream().filter(c -> c.id().equals(id)).findFirst();
    }

    /** The criterion with the id; an unknown id is a fault of the caller. */
    public Criterion criterion(String id) {
        return findCriterion(id).orElseThrow(() -> new IllegalArgumentException("The scheme has no criterion " + id));
    }
}

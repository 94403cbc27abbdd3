package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * What is assessed and what it is worth.
 *
 * @param criteria in marking order
 * @param sections the criteria's sections, in order
 * @param rules    from the total to the result
 */
public record MarkScheme(List<Criterion> criteria, List<Section> sections, Rules rules) {
    public MarkScheme {
        criteria = List.copyOf(criteria);
        sections = sections == null ? List.of() : List.copyOf(sections); // schemes of the first version have none
        rules = Objects.requireNonNullElse(rules, Rules.USUAL);
        if (new HashSet<>(criteria.stream().map(Criterion::id).toList()).size() < criteria.size()) {
            throw new IllegalArgumentException("Two criteria share an id");
        }
        Set<String> known = sections.stream().map(Section::id).collect(Collectors.toSet());
        if (known.size() < sections.size()) {
            throw new IllegalArgumentException("Two sections share an id");
        }
        for (Criterion criterion : criteria) {
            if (!criterion.section().isEmpty() && !known.contains(criterion.section())) {
                throw new InvalidValue(Message.of(MarkScheme.class, "noSection", criterion.name()));
            }
        }
    }

    /** Criteria without sections, with the usual rules. */
    public MarkScheme(List<Criterion> criteria) {
        this(criteria, List.of(), Rules.USUAL);
    }

    /** A scheme of one criterion worth the task's maximum, for a batch that came without one. */
    public static MarkScheme single(BigDecimal maximum) {
        return new MarkScheme(List.of(new Criterion("c1", "Score", "", maximum, new BigDecimal("0.5"))));
    }

    public MarkScheme withCriteria(List<Criterion> other) {
        return new MarkScheme(other, sections, rules);
    }

    public MarkScheme withSections(List<Section> other) {
        return new MarkScheme(criteria, other, rules);
    }

    public MarkScheme withRules(Rules other) {
        return new MarkScheme(criteria, sections, other);
    }

    /** The highest total of the criteria without bonus, with weights and best-of rules applied. */
    public BigDecimal maximum() {
        return Exact.of(Totals.of(this, Scorecard.EMPTY).maximum())
                .rounded(new BigDecimal("0.0001"), RoundingMode.HALF_EVEN);
    }

    /** The highest total of a section's criteria without bonus, before its weight. */
    public BigDecimal maximumOf(String section) {
        return Totals.of(this, Scorecard.EMPTY).sum(section).map(Totals.Sum::maximum).orElse(BigDecimal.ZERO);
    }

    public Optional<Criterion> findCriterion(String id) {
        return criteria.stream().filter(c -> c.id().equals(id)).findFirst();
    }

    /** The criterion with the id. An unknown id is a programming error. */
    public Criterion criterion(String id) {
        return findCriterion(id).orElseThrow(() -> new IllegalArgumentException("The scheme has no criterion " + id));
    }

    public Optional<Section> findSection(String id) {
        return sections.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** The criteria of a section, in order; for an empty id, those without a section. */
    public List<Criterion> criteriaOf(String section) {
        return criteria.stream().filter(c -> c.section().equals(section)).toList();
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The scores of one submission. A criterion without an entry is not scored, which is not 0.
 *
 * @param points points by criterion id
 */
public record Scorecard(Map<String, BigDecimal> points) {
    /** Nothing scored yet. */
    public static final Scorecard EMPTY = new Scorecard(Map.of());

    public Scorecard {
        points = Collections.unmodifiableMap(new LinkedHashMap<>(points));
    }

    public Optional<BigDecimal> score(String criterion) {
        return Optional.ofNullable(points.get(criterion));
    }

    /** The card with one criterion scored, or no longer scored. */
    public Scorecard with(String criterion, Optional<BigDecimal> score) {
        Map<String, BigDecimal> changed = new LinkedHashMap<>(points);
        score.ifPresentOrElse(s -> changed.put(criterion, s), () -> changed.remove(criterion));
        return new Scorecard(changed);
    }

    /** How many of the scheme's criteria have a score. */
    public int scoredOf(MarkScheme scheme) {
        return (int) scheme.criteria().stream().filter(c -> points.containsKey(c.id())).count();
    }

    /** True where everything that the scheme asks for has a score. */
    public boolean isComplete(MarkScheme scheme) {
        return scoredOf(scheme) == scheme.criteria().size();
    }
}

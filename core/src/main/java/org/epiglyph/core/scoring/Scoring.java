package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** From scores to the result. Sums are exact; rounding happens once, at the end, half up to two places. */
public final class Scoring {
    private static final int PLACES = 2;

    private Scoring() {}

    /**
     * The result of a scorecard.
     *
     * @param scheme  what is assessed
     * @param card    the scores so far
     * @param maximum the record's maximum; where it differs from the scheme's, the total is scaled to it
     */
    public static Result result(MarkScheme scheme, Scorecard card, BigDecimal maximum) {
        List<String> lines = new ArrayList<>();
        BigDecimal total = BigDecimal.ZERO;
        for (Criterion criterion : scheme.criteria()) {
            Optional<BigDecimal> score = card.score(criterion.id());
            total = total.add(score.orElse(BigDecimal.ZERO));
            lines.add(criterion.name() + ": "
                    + score.map(s -> Criterion.words(s) + " of " + Criterion.words(criterion.maximum()))
                            .orElse("not scored"));
        }
        lines.add("Sum: " + Criterion.words(total) + " of " + Criterion.words(scheme.maximum()));
        BigDecimal value = total;
        if (scheme.maximum().compareTo(maximum) != 0) {
            value = total.multiply(maximum).divide(scheme.maximum(), PLACES, RoundingMode.HALF_UP);
            lines.add("Scaled to " + Criterion.words(maximum) + " and rounded half up to two places: "
                    + Criterion.words(value));
        }
        return new Result(value, maximum, card.isComplete(scheme), lines);
    }
}

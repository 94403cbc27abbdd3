package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Factory methods for schemes and scorecards. */
final class Schemes {
    private Schemes() {}

    static BigDecimal number(String text) {
        return new BigDecimal(text);
    }

    /** Points in steps of a quarter. */
    static Criterion points(String id, String maximum) {
        return new Criterion(id, "Part " + id, "", number(maximum), number("0.25"));
    }

    static Criterion levels(String id, String... words) {
        return new Criterion(id, "Part " + id, "", BigDecimal.ZERO, number("0.5"),
                new Manner.Levels(IntStream.range(0, words.length).mapToObj(i -> {
                    String[] parts = words[i].split(" ");
                    return new Manner.Level("l" + i, parts[0], "", number(parts[1]), number(parts[parts.length - 1]));
                }).toList()), BigDecimal.ONE, Role.COUNTS, "", "", Optional.empty());
    }

    static Criterion checklist(String id, String... points) {
        return points(id, "0").withManner(new Manner.Checklist(IntStream.range(0, points.length)
                .mapToObj(i -> new Manner.Part("p" + i, "piece " + i, number(points[i])))
                .toList()));
    }

    static MarkScheme scheme(Criterion... criteria) {
        return new MarkScheme(List.of(criteria));
    }

    /** Pairs of a criterion's id and its points. */
    static Scorecard card(String... pairs) {
        Scorecard card = Scorecard.EMPTY;
        for (int i = 0; i < pairs.length; i += 2) {
            card = card.with(pairs[i], Optional.of(number(pairs[i + 1])));
        }
        return card;
    }

    static Result result(MarkScheme scheme, Scorecard card, String maximum) {
        return Scoring.result(scheme, card, Circumstances.inTime(number(maximum)));
    }
}

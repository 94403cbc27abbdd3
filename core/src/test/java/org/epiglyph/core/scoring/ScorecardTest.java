package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.scoring.Schemes.card;
import static org.epiglyph.core.scoring.Schemes.number;
import static org.epiglyph.core.scoring.Schemes.points;
import static org.epiglyph.core.scoring.Schemes.scheme;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a scorecard still lacks, its total, and the basic values of a scheme. */
class ScorecardTest {
    private static final Criterion METHOD = points("c1", "8").inSection("s1", "");
    private static final Criterion UNITS = points("c2", "4").inSection("s1", "");
    private static final Criterion LOOK = points("c3", "2").withRole(Role.SHOWN);
    private static final MarkScheme SCHEME = new MarkScheme(List.of(METHOD, UNITS, LOOK),
            List.of(Section.of("s1", "First")), Rules.USUAL);

    @Test
    void sumsASectionAndTheWhole() {
        Scorecard card = card("c1", "6.5", "c2", "3", "c3", "2");
        assertThat(card.sum(SCHEME, "s1").orElseThrow()).isEqualByComparingTo("9.5");
        assertThat(card.sum(SCHEME, "none")).isEmpty();
        assertThat(card.total(SCHEME)).as("what is only shown adds nothing").isEqualByComparingTo("9.5");
        assertThat(SCHEME.maximumOf("s1")).isEqualByComparingTo("12");
        assertThat(SCHEME.maximumOf("none")).isEqualByComparingTo("0");
    }

    /** A unit counts once it has begun, even by a nanosecond. */
    @Test
    void countsStartedUnitsOfLateness() {
        LatePenalty penalty = LatePenalty.each(Duration.ofDays(1), BigDecimal.TEN);
        assertThat(penalty.started(Duration.ZERO)).isZero();
        assertThat(penalty.started(Duration.ofHours(-3))).isZero();
        assertThat(penalty.started(Duration.ofNanos(1))).isEqualTo(1);
        assertThat(penalty.started(Duration.ofDays(1))).isEqualTo(1);
        assertThat(penalty.started(Duration.ofDays(1).plusNanos(1))).isEqualTo(2);
        assertThat(penalty.started(Duration.ofDays(1).plusMillis(1))).isEqualTo(2);
        assertThat(penalty.percent(Duration.ofDays(1).plusNanos(1))).isEqualByComparingTo("20");
        assertThat(penalty.percent(Duration.ofDays(30))).as("never more than all").isEqualByComparingTo("100");
    }

    @Test
    void findsCriteriaBySectionAndNamesMissingOnes() {
        assertThat(SCHEME.criteriaOf("s1")).containsExactly(METHOD, UNITS);
        assertThat(SCHEME.criteriaOf("")).containsExactly(LOOK);
        assertThat(MarkScheme.single(number("20")).maximum()).isEqualByComparingTo("20");
        assertThat(SCHEME.withSections(List.of(Section.of("s1", "Other"))).findSection("s1").orElseThrow().name())
                .isEqualTo("Other");
        assertThat(METHOD.named("Way", "How it is done")).satisfies(c -> {
            assertThat(c.name()).isEqualTo("Way");
            assertThat(c.text()).isEqualTo("How it is done");
            assertThat(c.maximum()).isEqualByComparingTo("8");
        });
        assertThat(METHOD.withManner(new Manner.WordsOnly()).refusal(BigDecimal.ONE).orElseThrow().text())
                .isEqualTo("'Part c1' takes a remark, no score.");
    }
}

package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.scoring.Schemes.card;
import static org.epiglyph.core.scoring.Schemes.number;
import static org.epiglyph.core.scoring.Schemes.points;
import static org.epiglyph.core.scoring.Schemes.result;
import static org.epiglyph.core.scoring.Schemes.scheme;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a scorecard still lacks, its total, and the basic values of a scheme. */
class ScorecardTest {
    private static final Criterion METHOD = points("c1", "8").inSection("s1", "");
    private static final Criterion UNITS = points("c2", "4").inSection("s1", "");
    private static final Criterion LOOK = points("c3", "2").withRole(Role.SHOWN);
    private static final MarkScheme SCHEME = new MarkScheme(List.of(METHOD, UNITS, LOOK),
            List.of(Section.of("s1", "First")), Rules.USUAL);

    private static Scorecard excused(String... criteria) {
        Scorecard card = Scorecard.EMPTY;
        for (String criterion : criteria) {
            card = card.withStanding(criterion, Optional.of(Standing.EXCUSED));
        }
        return card;
    }

    @Test
    void sumsASectionAndTheWhole() {
        Scorecard card = card("c1", "6.5", "c2", "3", "c3", "2");
        assertThat(card.sum(SCHEME, "s1").orElseThrow()).isEqualByComparingTo("9.5");
        assertThat(card.sum(SCHEME, "none")).isEmpty();
        assertThat(card.total(SCHEME)).as("what is only shown adds nothing").isEqualByComparingTo("9.5");
        assertThat(SCHEME.maximumOf("s1")).isEqualByComparingTo("12");
        assertThat(SCHEME.maximumOf("none")).isEqualByComparingTo("0");
    }

    @Test
    void unweightedCriteriaNeedAScoreTooAndAnExcuseCounts() {
        assertThat(Scorecard.askedBy(SCHEME)).isEqualTo(3);
        assertThat(card("c1", "1").left(SCHEME)).extracting(Criterion::id).containsExactly("c2", "c3");
        assertThat(card("c1", "1").scoredOf(SCHEME)).isEqualTo(1);
        assertThat(excused("c1", "c2", "c3").isComplete(SCHEME)).isTrue();
        assertThat(card("c1", "1", "c2", "1").isComplete(SCHEME)).isFalse();
    }

    @Test
    void excusedFromAllCoversEveryScoredCriterion() {
        MarkScheme withWords = scheme(points("c1", "8"), points("c2", "4"),
                points("c4", "0").withManner(new Manner.WordsOnly()));
        assertThat(excused("c1", "c2").isExcused(withWords)).isTrue();
        assertThat(excused("c1").isExcused(withWords)).isFalse();
        assertThat(excused("c1").with("c2", Optional.of(BigDecimal.ONE)).isExcused(withWords)).isFalse();
        MarkScheme wordsAlone = scheme(points("c4", "0").withManner(new Manner.WordsOnly()));
        assertThat(Scorecard.EMPTY.isExcused(wordsAlone)).as("nothing is expected, nothing excused").isFalse();
    }

    @Test
    void aZeroMaximumHasNoPercentage() {
        Result none = result(scheme(points("c4", "0").withManner(new Manner.WordsOnly())), Scorecard.EMPTY, "20");
        assertThat(none.percent()).isZero();
        assertThat(none.grade()).isEmpty();
        assertThat(result(scheme(points("c1", "3")), card("c1", "1"), "3").percent()).as("one of three, half up")
                .isEqualByComparingTo("33.33");
        assertThat(result(scheme(points("c1", "3")), card("c1", "2"), "3").percent()).isEqualByComparingTo("66.67");
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

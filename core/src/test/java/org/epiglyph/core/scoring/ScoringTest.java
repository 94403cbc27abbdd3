package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class ScoringTest {
    private static final BigDecimal HALF = new BigDecimal("0.5");

    private static Criterion criterion(String id, int maximum) {
        return new Criterion(id, "Part " + id, "", BigDecimal.valueOf(maximum), HALF);
    }

    private static MarkScheme scheme(int... maxima) {
        return new MarkScheme(java.util.stream.IntStream.range(0, maxima.length)
                .mapToObj(i -> criterion("c" + i, maxima[i]))
                .toList());
    }

    private static Scorecard card(String... scores) {
        Scorecard card = Scorecard.EMPTY;
        for (int i = 0; i < scores.length; i++) {
            card = card.with("c" + i, scores[i].isEmpty() ? Optional.empty() : Optional.of(new BigDecimal(scores[i])));
        }
        return card;
    }

    /** Common practice, no source: an eight-part question at one point a part is worth 8; half a point off leaves 7.5. */
    @Test
    void eightPartsLessHalfAPointAreSevenAndAHalf() {
        MarkScheme scheme = scheme(1, 1, 1, 1, 1, 1, 1, 1);
        assertThat(scheme.maximum()).isEqualByComparingTo("8");
        Result result = Scoring.result(scheme, card("1", "1", "1", "1", "1", "1", "1", "0.5"), BigDecimal.valueOf(8));
        assertThat(result.value()).isEqualByComparingTo("7.5");
        assertThat(result.complete()).isTrue();
    }

    /** Common practice, no source: 18 of 20 is 90 %, 43 of 50 is 86 %. */
    @Test
    void equalPointsOnDifferentMaximaAreNotEqual() {
        assertThat(Scoring.result(scheme(20), card("18"), BigDecimal.valueOf(100)).value()).isEqualByComparingTo("90");
        assertThat(Scoring.result(scheme(50), card("43"), BigDecimal.valueOf(100)).value()).isEqualByComparingTo("86");
    }

    /** Half up as the documentation of java.math.RoundingMode defines it: 2.125 of a hundredth goes away from zero. */
    @Test
    void roundingHappensOnceAtTheEndAndHalfUp() {
        Result result = Scoring.result(scheme(8, 8), card("1", "0.5"), new BigDecimal("22.72"));
        BigDecimal exact = new BigDecimal("1.5").multiply(new BigDecimal("22.72"))
                .divide(BigDecimal.valueOf(16), 10, RoundingMode.UNNECESSARY);
        assertThat(exact).isEqualByComparingTo("2.13");
        assertThat(result.value()).isEqualByComparingTo(exact.setScale(2, RoundingMode.HALF_UP));
        assertThat(Scoring.result(scheme(8), card("0.5"), new BigDecimal("2")).value()).isEqualByComparingTo("0.13"); // 0.125
        assertThat(result.derivation().getLast()).contains("rounded half up to two places: 2.13");
    }

    @Test
    void notScoredIsNotZero() {
        Result open = Scoring.result(scheme(4, 4), card("3", ""), BigDecimal.valueOf(8));
        Result zero = Scoring.result(scheme(4, 4), card("3", "0"), BigDecimal.valueOf(8));
        assertThat(open.complete()).isFalse();
        assertThat(zero.complete()).isTrue();
        assertThat(open.derivation()).contains("Part c1: not scored");
        assertThat(zero.derivation()).contains("Part c1: 0 of 4");
    }

    @Test
    void aNumberOutsideTheRangeOrBetweenStepsIsRefusedWithTheReason() {
        Criterion reasoning = new Criterion("r", "Reasoning", "", BigDecimal.TEN, HALF);
        assertThat(reasoning.refusal(new BigDecimal("12.5")))
                .hasValue("12.5 is above the maximum of 'Reasoning'. Enter 0 to 10.");
        assertThat(reasoning.refusal(new BigDecimal("-1"))).hasValue("-1 is below 0. Enter 0 to 10.");
        assertThat(reasoning.refusal(new BigDecimal("3.25")))
                .hasValue("3.25 is between two steps of 'Reasoning'. Enter a multiple of 0.5.");
        assertThat(reasoning.refusal(new BigDecimal("10.0"))).isEmpty();
    }

    @Property
    void theOrderOfCriteriaDoesNotMatterAndAHigherScoreNeverLowersTheResult(@ForAll @IntRange(max = 16) int a,
            @ForAll @IntRange(max = 16) int b,
            @ForAll @IntRange(min = 1, max = 300) int maximum) {
        BigDecimal points = HALF.multiply(BigDecimal.valueOf(a));
        BigDecimal other = HALF.multiply(BigDecimal.valueOf(b));
        MarkScheme there = new MarkScheme(List.of(criterion("x", 8), criterion("y", 8)));
        MarkScheme back = new MarkScheme(List.of(criterion("y", 8), criterion("x", 8)));
        Scorecard card = Scorecard.EMPTY.with("x", Optional.of(points)).with("y", Optional.of(other));
        BigDecimal result = Scoring.result(there, card, BigDecimal.valueOf(maximum)).value();
        assertThat(Scoring.result(back, card, BigDecimal.valueOf(maximum)).value()).isEqualByComparingTo(result);
        Scorecard better = card.with("x", Optional.of(points.add(HALF)));
        assertThat(Scoring.result(there, better, BigDecimal.valueOf(maximum)).value()).isGreaterThanOrEqualTo(result);
    }
}

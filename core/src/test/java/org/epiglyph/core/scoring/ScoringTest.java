package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.Message;
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

    private static Result result(MarkScheme scheme, Scorecard card, BigDecimal maximum) {
        return Scoring.result(scheme, card, Circumstances.inTime(maximum));
    }

    /** Common practice, no source: an eight-part question at one point a part is worth 8; half a point off leaves 7.5. */
    @Test
    void eightPartsLessHalfAPointAreSevenAndAHalf() {
        MarkScheme scheme = scheme(1, 1, 1, 1, 1, 1, 1, 1);
        assertThat(scheme.maximum()).isEqualByComparingTo("8");
        Result result = result(scheme, card("1", "1", "1", "1", "1", "1", "1", "0.5"), BigDecimal.valueOf(8));
        assertThat(result.value()).isEqualByComparingTo("7.5");
        assertThat(result.complete()).isTrue();
    }

    /** Common practice, no source: 18 of 20 is 90 %, 43 of 50 is 86 %. */
    @Test
    void equalPointsOnDifferentMaximaAreNotEqual() {
        assertThat(result(scheme(20), card("18"), BigDecimal.valueOf(100)).value()).isEqualByComparingTo("90");
        assertThat(result(scheme(50), card("43"), BigDecimal.valueOf(100)).value()).isEqualByComparingTo("86");
    }

    /**
     * Half up as defined in the documentation of java.math.RoundingMode: half of the last place is rounded away from
     * zero.
     */
    @Test
    void roundsOnceAtTheEndHalfUp() {
        Result result = result(scheme(8, 8), card("1", "0.5"), new BigDecimal("22.72"));
        BigDecimal exact = new BigDecimal("1.5").multiply(new BigDecimal("22.72"))
                .divide(BigDecimal.valueOf(16), 10, RoundingMode.UNNECESSARY);
        assertThat(exact).isEqualByComparingTo("2.13");
        assertThat(result.value()).isEqualByComparingTo(exact.setScale(2, RoundingMode.HALF_UP));
        assertThat(result.derivation().getLast()).as("nothing was rounded")
                .isEqualTo("Worth 22.72 in the record: 2.13");
        assertThat(result(scheme(8), card("0.5"), new BigDecimal("2")).value()).isEqualByComparingTo("0.13"); // 0.125
        assertThat(result(scheme(8), card("0.5"), new BigDecimal("2")).derivation())
                .endsWith("Worth 2 in the record: 0.125", "Rounded half up to a step of 0.01: 0.13");
    }

    @Test
    void notScoredIsNotZero() {
        Result open = result(scheme(4, 4), card("3", ""), BigDecimal.valueOf(8));
        Result zero = result(scheme(4, 4), card("3", "0"), BigDecimal.valueOf(8));
        assertThat(open.complete()).isFalse();
        assertThat(zero.complete()).isTrue();
        assertThat(open.derivation()).contains("Part c1: not scored");
        assertThat(zero.derivation()).contains("Part c1: 0 of 4");
    }

    /** Common practice, no source: not attempted is not 0, and what is excused is not asked for. */
    @Test
    void notScoredNotAttemptedZeroAndExcusedDiffer() {
        Scorecard three = card("3", "");
        BigDecimal eight = BigDecimal.valueOf(8);
        Result notScored = result(scheme(4, 4), three, eight);
        Result zero = result(scheme(4, 4), three.with("c1", Optional.of(BigDecimal.ZERO)), eight);
        Result notAttempted = result(scheme(4, 4),
                three.withStanding("c1", Optional.of(Standing.NOT_ATTEMPTED)), eight);
        Result excused = result(scheme(4, 4), three.withStanding("c1", Optional.of(Standing.EXCUSED)), eight);
        assertThat(List.of(notScored.complete(), zero.complete(), notAttempted.complete(), excused.complete()))
                .containsExactly(false, true, true, true);
        assertThat(zero.value()).isEqualByComparingTo("3");
        assertThat(notAttempted.value()).isEqualByComparingTo("3");
        assertThat(excused.value()).as("3 of 4 is 6 of 8").isEqualByComparingTo("6");
        assertThat(notAttempted.derivation()).contains("Part c1: not attempted, 0 of 4", "Sum: 3 of 8");
        assertThat(excused.derivation()).contains("Part c1: excused, does not count", "Sum: 3 of 4");
    }

    @Test
    void aScoreReplacesAStandingAndViceVersa() {
        Scorecard stood = Scorecard.EMPTY.with("c0", Optional.of(BigDecimal.ONE))
                .withStanding("c0", Optional.of(Standing.EXCUSED));
        assertThat(stood.score("c0")).isEmpty();
        assertThat(stood.isSettled("c0")).isTrue();
        assertThat(stood.with("c0", Optional.of(BigDecimal.TWO)).standing("c0")).isEmpty();
        assertThat(stood.withStanding("c0", Optional.empty()).isEmpty()).isTrue();
    }

    @Test
    void excusedFromEverythingDividesByNothing() {
        Scorecard all = Scorecard.EMPTY.withStanding("c0", Optional.of(Standing.EXCUSED))
                .withStanding("c1", Optional.of(Standing.EXCUSED));
        Result result = result(scheme(4, 4), all, BigDecimal.valueOf(8));
        assertThat(result.value()).isZero();
        assertThat(result.derivation().getLast()).startsWith("Everything is excused");
    }

    @Test
    void refusesANumberOutOfRangeOrBetweenSteps() {
        Criterion reasoning = new Criterion("r", "Reasoning", "", BigDecimal.TEN, HALF);
        assertThat(reasoning.refusal(new BigDecimal("12.5")).map(Message::text))
                .hasValue("12.5 is above the maximum of 'Reasoning'. Enter 0 to 10.");
        assertThat(reasoning.refusal(new BigDecimal("-1")).map(Message::text))
                .hasValue("-1 is below 0. Enter 0 to 10.");
        assertThat(reasoning.refusal(new BigDecimal("3.25")).map(Message::text))
                .hasValue("3.25 is between two steps of 'Reasoning'. Enter a multiple of 0.5.");
        assertThat(reasoning.refusal(new BigDecimal("10.0"))).isEmpty();
    }

    @Property
    void aHigherScoreNeverLowersTheResultInAnyOrderOfCriteria(@ForAll @IntRange(max = 16) int a,
            @ForAll @IntRange(max = 16) int b,
            @ForAll @IntRange(min = 1, max = 300) int maximum) {
        BigDecimal points = HALF.multiply(BigDecimal.valueOf(a));
        BigDecimal other = HALF.multiply(BigDecimal.valueOf(b));
        MarkScheme there = new MarkScheme(List.of(criterion("x", 8), criterion("y", 8)));
        MarkScheme back = new MarkScheme(List.of(criterion("y", 8), criterion("x", 8)));
        Scorecard card = Scorecard.EMPTY.with("x", Optional.of(points)).with("y", Optional.of(other));
        BigDecimal result = result(there, card, BigDecimal.valueOf(maximum)).value();
        assertThat(result(back, card, BigDecimal.valueOf(maximum)).value()).isEqualByComparingTo(result);
        Scorecard better = card.with("x", Optional.of(points.add(HALF)));
        assertThat(result(there, better, BigDecimal.valueOf(maximum)).value()).isGreaterThanOrEqualTo(result);
    }
}

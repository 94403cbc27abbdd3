package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.scoring.Schemes.card;
import static org.epiglyph.core.scoring.Schemes.number;
import static org.epiglyph.core.scoring.Schemes.points;
import static org.epiglyph.core.scoring.Schemes.scheme;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** From the total to the result. Examples are calculated by hand beside the values. */
class RulesTest {
    private static final MarkScheme TEN = scheme(points("a", "10"));
    private static final Duration DAY = Duration.ofDays(1);

    private static Result late(LatePenalty penalty, String score, Duration late) {
        return Scoring.result(TEN.withRules(Rules.USUAL.withLateness(Optional.of(penalty))), card("a", score),
                new Circumstances(number("100"), Optional.of(late)));
    }

    /** Calculated by hand, at 5 percent of the maximum for each started day: 80 less 5, 10, 15. */
    @ParameterizedTest
    @CsvSource({"PT1S, 75", "PT24H, 75", "PT24H1S, 70", "PT72H, 65", "PT0.001S, 75"})
    void countsEachStartedDay(Duration late, BigDecimal result) {
        assertThat(late(LatePenalty.each(DAY, number("5")), "8", late).value()).isEqualByComparingTo(result);
    }

    @Test
    void deductsHourlyFromEarnedPointsUpToACap() {
        LatePenalty penalty = new LatePenalty(Duration.ofHours(1), number("2"), List.of(), LatePenalty.Basis.EARNED,
                Optional.of(number("20")), Optional.empty(), Optional.empty());
        Result three = late(penalty, "8", Duration.ofMinutes(150));
        assertThat(three.value()).as("80 less 6 percent of 80").isEqualByComparingTo("75.2");
        assertThat(three.derivation())
                .contains("3 started hours late, 6 % of what was earned taken off: 75.2");
        assertThat(late(penalty, "8", Duration.ofHours(40)).value()).as("at most 20 percent")
                .isEqualByComparingTo("64");
    }

    @Test
    void keepsAFloorAndGivesNothingAfterALimit() {
        LatePenalty penalty = new LatePenalty(DAY, number("10"), List.of(), LatePenalty.Basis.MAXIMUM,
                Optional.empty(), Optional.of(number("40")), Optional.of(Duration.ofDays(7)));
        assertThat(late(penalty, "8", Duration.ofDays(6)).value()).isEqualByComparingTo("40");
        assertThat(late(penalty, "3", Duration.ofDays(6)).value()).as("below the floor already")
                .isEqualByComparingTo("30");
        assertThat(late(penalty, "8", Duration.ofDays(7).plusSeconds(1)).value()).isZero();
    }

    @Test
    void latenessStepsCountFromTheirTimes() {
        LatePenalty penalty = new LatePenalty(DAY, BigDecimal.ZERO,
                List.of(new LatePenalty.Tier(Duration.ofHours(48), number("25")),
                        new LatePenalty.Tier(Duration.ZERO, number("10"))),
                LatePenalty.Basis.MAXIMUM, Optional.empty(), Optional.empty(), Optional.empty());
        assertThat(late(penalty, "8", Duration.ofHours(48)).value()).isEqualByComparingTo("70");
        assertThat(late(penalty, "8", Duration.ofHours(49)).value()).isEqualByComparingTo("55");
    }

    /**
     * Calculated by hand: 8 of 10 is 40 of 50; times 1.1 and minus 2 is 42; one started day at 5 percent of 50 leaves
     * 39.5; plus 1.25.
     */
    @Test
    void appliesAndStatesTheStepsInOrder() {
        Rules rules = Rules.USUAL.withScaling(Optional.of(new Scaling(number("1.1"), number("-2"))))
                .withLateness(Optional.of(LatePenalty.each(DAY, number("5"))))
                .withRounding(new Rounding(number("0.5"), Rounding.Rule.DOWN))
                .withGrades(Optional.of(GradeScale.READY.getFirst()));
        Scorecard card = card("a", "8").withModeration(Optional.of(new Moderation(number("1.25"), "second reading")));
        Result result = Scoring.result(TEN.withRules(rules), card,
                new Circumstances(number("50"), Optional.of(Duration.ofHours(3))));
        assertThat(result.derivation()).containsExactly("Part a: 8 of 10", "Sum: 8 of 10", "Percent: 80 %",
                "Worth 50 in the record: 40", "Scaled, times 1.1 and minus 2: 42",
                "1 started day late, 5 % of the maximum taken off: 39.5",
                "Moderated by plus 1.25 (second reading): 40.75", "Rounded down to a step of 0.5: 40.5",
                "Grade by 'Letters': 81 % is B");
        assertThat(result.steps()).extracting(Step::kind).isSorted();
    }

    /** The table in the documentation of java.math.RoundingMode (Java SE), for 5.5, 2.5, 1.6, 1.1 and their negatives. */
    @ParameterizedTest
    @CsvSource({"5.5, 6, 6, 5", "2.5, 3, 2, 2", "1.6, 2, 2, 1", "1.1, 1, 1, 1", "-1.1, -1, -1, -1", "-1.6, -2, -2, -1",
            "-2.5, -3, -2, -2", "-5.5, -6, -6, -5"})
    void roundsByThePublishedTable(BigDecimal value, BigDecimal halfUp, BigDecimal halfEven, BigDecimal down) {
        Exact exact = Exact.of(value);
        assertThat(new Rounding(BigDecimal.ONE, Rounding.Rule.HALF_UP).of(exact)).isEqualByComparingTo(halfUp);
        assertThat(new Rounding(BigDecimal.ONE, Rounding.Rule.HALF_EVEN).of(exact)).isEqualByComparingTo(halfEven);
        assertThat(new Rounding(BigDecimal.ONE, Rounding.Rule.DOWN).of(exact)).isEqualByComparingTo(down);
    }

    /** Three thirds are one: nothing is rounded in between. Calculated by hand: 1 of 3 is 33.333... percent. */
    @Test
    void repeatingDecimalsStayExactUntilTheEnd() {
        Result third = Scoring.result(scheme(points("a", "3")), card("a", "1"), Circumstances.inTime(number("100")));
        assertThat(third.derivation()).contains("Percent: about 33.3333 %",
                "Rounded half up to a step of 0.01: 33.33");
        Rules back = Rules.USUAL.withScaling(Optional.of(new Scaling(number("3"), BigDecimal.ZERO)));
        assertThat(Scoring.result(scheme(points("a", "3")).withRules(back), card("a", "1"),
                Circumstances.inTime(number("100"))).value()).isEqualByComparingTo("100");
    }

    @Test
    void aGradeStartsAtItsBoundary() {
        GradeScale classes = GradeScale.READY.get(1);
        assertThat(classes.grade(Exact.of(number("70")))).hasValue("First");
        assertThat(classes.grade(Exact.of(number("69.99")))).hasValue("Upper second");
        assertThat(classes.grade(Exact.of(number("-1")))).isEmpty();
    }

    @Property
    void addsFractionsLikeBigDecimal(@ForAll @BigRange(min = "-1000", max = "1000") BigDecimal a,
            @ForAll @BigRange(min = "-1000", max = "1000") BigDecimal b) {
        assertThat(Exact.of(a).plus(Exact.of(b))).isEqualTo(Exact.of(a.add(b)));
        assertThat(Exact.of(a).minus(Exact.of(b))).isEqualTo(Exact.of(a.subtract(b)));
        assertThat(Exact.of(a).times(Exact.of(b))).isEqualTo(Exact.of(a.multiply(b)));
        assertThat(Exact.of(a).compareTo(Exact.of(b))).isEqualTo(a.compareTo(b));
        assertThat(Exact.of(a).rounded(number("0.1"), RoundingMode.HALF_EVEN))
                .isEqualByComparingTo(a.setScale(1, RoundingMode.HALF_EVEN));
    }

    @Property
    void aFractionTimesItsDenominatorIsItsNumerator(@ForAll @IntRange(min = -999, max = 999) int above,
            @ForAll @IntRange(min = 1, max = 999) int below) {
        Exact fraction = new Exact(BigInteger.valueOf(above), BigInteger.valueOf(below));
        assertThat(fraction.times(BigDecimal.valueOf(below))).isEqualTo(Exact.of(BigDecimal.valueOf(above)));
    }
}

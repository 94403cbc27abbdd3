package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.scoring.Schemes.card;
import static org.epiglyph.core.scoring.Schemes.number;
import static org.epiglyph.core.scoring.Schemes.points;
import static org.epiglyph.core.scoring.Schemes.scheme;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever limits or changes a result is explained, with the value after it. Values are calculated by hand. */
class DerivationTextTest {
    private static final MarkScheme TEN = scheme(points("a", "10"));
    private static final Circumstances HUNDRED = Circumstances.inTime(number("100"));

    private static Result scored(Rules rules, String score) {
        return Scoring.result(TEN.withRules(rules), card("a", score), HUNDRED);
    }

    @ParameterizedTest
    @CsvSource({"PT24H, Late beyond 1 day", "PT48H, Late beyond 2 days", "PT30H, Late beyond 30 h"})
    void tooLateGetsNothingAndStatesTheLimit(Duration until, String text) {
        LatePenalty penalty = new LatePenalty(Duration.ofDays(1), number("5"), List.of(), LatePenalty.Basis.MAXIMUM,
                Optional.empty(), Optional.empty(), Optional.of(until));
        MarkScheme scheme = TEN.withRules(Rules.USUAL.withLateness(Optional.of(penalty)));
        Result just = Scoring.result(scheme, card("a", "8"), new Circumstances(number("100"), Optional.of(until)));
        assertThat(just.value()).as("at the limit").isPositive();
        Result late = Scoring.result(scheme, card("a", "8"),
                new Circumstances(number("100"), Optional.of(until.plusNanos(1))));
        assertThat(late.value()).isZero();
        assertThat(late.derivation()).contains(text + ", after which nothing is given: 0");
    }

    @Test
    void statesTheMaximumOnlyIfItLimitsTheResult() {
        Rules doubled = Rules.USUAL.withScaling(Optional.of(new Scaling(number("2"), BigDecimal.ZERO)));
        assertThat(scored(doubled, "8").value()).as("above, where that is allowed").isEqualByComparingTo("160");
        Rules bounded = doubled.withBounds(false, false);
        assertThat(scored(bounded, "8").value()).isEqualByComparingTo("100");
        assertThat(scored(bounded, "8").derivation()).contains("Not above the maximum: 100");
        assertThat(scored(bounded, "5").value()).isEqualByComparingTo("100");
        assertThat(scored(bounded, "5").derivation()).noneMatch(w -> w.startsWith("Not above"));
    }

    @Test
    void statesZeroOnlyIfItLimitsTheResult() {
        Rules lowered = Rules.USUAL.withScaling(Optional.of(new Scaling(BigDecimal.ONE, number("-50"))));
        assertThat(scored(lowered, "3").value()).isZero();
        assertThat(scored(lowered, "3").derivation()).contains("Scaled, times 1 and minus 50: -20", "Not below 0: 0");
        assertThat(scored(lowered, "5").derivation()).noneMatch(w -> w.startsWith("Not below"));
        assertThat(scored(lowered.withBounds(true, true), "3").value()).isEqualByComparingTo("-20");
    }

    @Test
    void aMissedHurdleIsStatedAndCapsTheResult() {
        Criterion must = points("a", "10").withHurdle(Optional.of(number("40")));
        Rules rules = Rules.USUAL.withMissed(Optional.of(number("30")));
        MarkScheme scheme = scheme(must, points("b", "10")).withRules(rules);
        Result missed = Scoring.result(scheme, card("a", "3").with("b", Optional.of(number("10"))), HUNDRED);
        assertThat(missed.missed()).containsExactly("Part a");
        assertThat(missed.value()).as("65 held down to 30").isEqualByComparingTo("30");
        assertThat(missed.derivation()).contains("Hurdle not reached: Part a needs 40 % and has 30 %",
                "After a hurdle that was not reached at most 30 %: 30");
        Result below = Scoring.result(scheme, card("a", "3").with("b", Optional.of(number("3"))), HUNDRED);
        assertThat(below.value()).as("30 is not above 30").isEqualByComparingTo("30");
        assertThat(below.derivation()).noneMatch(w -> w.startsWith("After a hurdle"));
        Result reached = Scoring.result(scheme, card("a", "4").with("b", Optional.of(number("10"))), HUNDRED);
        assertThat(reached.missed()).as("40 percent reach 40").isEmpty();
        Result open = Scoring.result(scheme, card("a", "3"), HUNDRED);
        assertThat(open.missed()).as("while something is not scored").isEmpty();
        Result excused = Scoring.result(scheme, card("b", "10").withStanding("a", Optional.of(Standing.EXCUSED)),
                HUNDRED);
        assertThat(excused.missed()).as("what is excused cannot be missed").isEmpty();
    }

    @Test
    void statesASectionsHurdleAndSum() {
        Section section = new Section("s", "Heights", new BigDecimal("2"), Optional.empty(),
                Optional.of(number("50")));
        MarkScheme scheme = new MarkScheme(List.of(new Criterion("a", "Part a", "", number("10"),
                number("0.25"), new Manner.Points(), BigDecimal.ONE, Role.COUNTS, "s", "", Optional.empty())),
                List.of(section), Rules.USUAL);
        Result result = Scoring.result(scheme, card("a", "4"), HUNDRED);
        assertThat(result.derivation()).contains("Heights: 4 of 10, times 2: 8 of 20",
                "Hurdle not reached: Heights needs 50 % and has 40 %", "Sum: 8 of 20");
        assertThat(result.missed()).containsExactly("Heights");
    }

    @Test
    void countsMissingScores() {
        MarkScheme two = scheme(points("a", "10"), points("b", "10"));
        assertThat(Scorecard.askedBy(two)).isEqualTo(2);
        assertThat(card("a", "3").scoredOf(two)).isEqualTo(1);
        assertThat(card("a", "3").withRemark("b", "See page 2.").remark("b")).isEqualTo("See page 2.");
        assertThat(Scorecard.EMPTY.withRemark("b", "x").isEmpty()).isFalse();
        assertThat(Scorecard.EMPTY.withRemark("b", "x").withRemark("b", "").isEmpty()).isTrue();
        assertThat(Scorecard.EMPTY.isEmpty()).isTrue();
        assertThat(card("a", "3").with("a", Optional.empty())).isEqualTo(Scorecard.EMPTY);
        assertThat(card("a", "3").levels()).as("a score without a level keeps none").isEmpty();
        assertThat(card("a", "3").parts()).isEmpty();
    }
}

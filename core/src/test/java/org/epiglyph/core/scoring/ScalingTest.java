package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.epiglyph.core.scoring.Schemes.number;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Scaling of results: the expected values are calculated by hand beside each. */
class ScalingTest {
    private static final Scaling CURVE = Scaling.through(Scaling.points("40 to 50, 10 to 12; 20 to 21"));

    private static String of(Scaling scaling, String value) {
        return scaling.of(Exact.of(number(value))).format();
    }

    @Test
    void readsPointsInAnyOrderWithEitherDecimalSeparator() {
        assertThat(Scaling.points("10,5 to 12, 20.25 to 21")).extracting(Scaling.Point::describe)
                .containsExactly("10.5 to 12", "20.25 to 21");
        assertThat(Scaling.points(" ; \n")).isEmpty();
        assertThat(CURVE.points()).extracting(Scaling.Point::describe)
                .containsExactly("10 to 12", "20 to 21", "40 to 50");
        for (String none : List.of("10", "10 to", "ten to 12", "10 to 12 to 14")) {
            assertThatThrownBy(() -> Scaling.points(none)).isInstanceOf(IllegalArgumentException.class)
                    .hasMessageContaining(
                            "is not a point of a scaling. Write a result and what it becomes, as 10 to 12.");
        }
    }

    /** 15 is half way from 12 to 21, 30 half way from 21 to 50; beyond the ends the outer segments continue. */
    @Test
    void aCurveInterpolatesAndExtrapolatesLinearly() {
        assertThat(of(CURVE, "10")).isEqualTo("12");
        assertThat(of(CURVE, "15")).isEqualTo("16.5");
        assertThat(of(CURVE, "20")).isEqualTo("21");
        assertThat(of(CURVE, "30")).isEqualTo("35.5");
        assertThat(of(CURVE, "40")).isEqualTo("50");
        assertThat(of(CURVE, "0")).isEqualTo("3");
        assertThat(of(CURVE, "50")).isEqualTo("64.5");
        assertThat(of(CURVE.withLine(number("2"), number("-1")), "15")).as("twice 16.5 less 1").isEqualTo("32");
    }

    /** 10 times the root of 64 is 80, of 25 is 50: the root of a result times a maximum of 100. */
    @Test
    void aRootKeepsBothEndsAndRaisesTheMiddle() {
        Scaling root = Scaling.root(number("100"));
        assertThat(of(root, "64")).isEqualTo("80");
        assertThat(of(root, "25")).isEqualTo("50");
        assertThat(of(root, "100")).isEqualTo("100");
        assertThat(of(root, "0")).isEqualTo("0");
        assertThat(of(root, "-3")).isEqualTo("-3");
    }

    /** From mean 50 and spread 10 to 60 and 15: the mean becomes 60, one spread above it becomes 75. */
    @Test
    void changesMeanAndDeviation() {
        Scaling line = Scaling.toMeanAndSpread(number("50"), number("10"), number("60"), number("15"));
        assertThat(of(line, "50")).isEqualTo("60");
        assertThat(of(line, "60")).isEqualTo("75");
        assertThat(of(line, "40")).isEqualTo("45");
        assertThatThrownBy(() -> Scaling.toMeanAndSpread(number("50"), BigDecimal.ZERO, number("60"), number("15")))
                .hasMessage("Results that are all the same have no spread to change.");
        assertThatThrownBy(() -> Scaling.toMeanAndSpread(number("50"), number("10"), number("60"), BigDecimal.ZERO))
                .hasMessage("Results are scaled by a factor above 0, not 0.");
    }

    @Test
    void refusesToReorderResults() {
        assertThatThrownBy(() -> Scaling.through(Scaling.points("10 to 12; 10 to 13")))
                .hasMessage("A result becomes one other. 10 is given twice.");
        assertThatThrownBy(() -> Scaling.through(Scaling.points("10 to 12; 20 to 12")))
                .hasMessage("The higher of two results must stay the higher. Make 20 become more than 12.");
        assertThatThrownBy(() -> Scaling.through(Scaling.points("10 to 12")))
                .hasMessage("A curve has two points or more, or a root.");
        assertThatThrownBy(() -> new Scaling(BigDecimal.ONE, BigDecimal.ZERO, CURVE.points(),
                Optional.of(BigDecimal.TEN))).hasMessage("A curve has two points or more, or a root.");
        assertThatThrownBy(() -> Scaling.root(BigDecimal.ZERO)).hasMessage("A root needs a maximum above 0.");
        assertThatThrownBy(() -> new Scaling(number("-1"), BigDecimal.ZERO)).hasMessageContaining("not -1");
    }

    @Property
    void preservesTheOrderOfResults(@ForAll @IntRange(min = 0, max = 1000) int one,
            @ForAll @IntRange(min = 0, max = 1000) int other) {
        for (Scaling scaling : List.of(CURVE, Scaling.root(number("100")), new Scaling(number("0.8"), number("7")))) {
            Exact a = scaling.of(Exact.of(BigDecimal.valueOf(one, 1)));
            Exact b = scaling.of(Exact.of(BigDecimal.valueOf(other, 1)));
            assertThat(Integer.signum(a.compareTo(b))).isEqualTo(Integer.signum(Integer.compare(one, other)));
        }
    }

    @Test
    void noScalingIsTheIdentity() {
        assertThat(new Scaling(number("1.0"), number("0.0")).isIdentity()).isTrue();
        assertThat(new Scaling(number("1.1"), BigDecimal.ZERO).isIdentity()).isFalse();
        assertThat(new Scaling(BigDecimal.ONE, number("0.5")).isIdentity()).isFalse();
        assertThat(CURVE.isIdentity()).isFalse();
        assertThat(Scaling.root(BigDecimal.TEN).isIdentity()).isFalse();
    }

    private static String said(Scaling scaling) {
        return StepWords.by(scaling).text();
    }

    @Test
    void theDerivationExplainsIt() {
        assertThat(said(new Scaling(number("1.5"), number("-2")))).isEqualTo("times 1.5 and minus 2");
        assertThat(said(new Scaling(number("1.5"), BigDecimal.ZERO))).isEqualTo("times 1.5 and plus 0");
        assertThat(said(CURVE)).isEqualTo("10 becomes 12, 20 becomes 21, 40 becomes 50");
        assertThat(said(CURVE.withLine(BigDecimal.ONE, number("3"))))
                .endsWith("40 becomes 50, then times 1 and plus 3");
        assertThat(said(CURVE.withLine(number("2"), BigDecimal.ZERO))).endsWith(", then times 2 and plus 0");
        assertThat(said(Scaling.root(number("32")))).isEqualTo("the square root of itself times 32");
    }
}

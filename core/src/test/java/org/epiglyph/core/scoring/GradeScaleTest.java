package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.epiglyph.core.scoring.Schemes.card;
import static org.epiglyph.core.scoring.Schemes.number;
import static org.epiglyph.core.scoring.Schemes.points;
import static org.epiglyph.core.scoring.Schemes.result;
import static org.epiglyph.core.scoring.Schemes.scheme;

import java.math.BigDecimal;
import java.util.List;
import org.epiglyph.core.scoring.GradeScale.Boundary;
import org.junit.jupiter.api.Test;

class GradeScaleTest {
    private static final GradeScale SCALE = new GradeScale("Three", List.of(new Boundary(number("40"), "Third"),
            new Boundary(number("70"), "First"), new Boundary(number("50"), "Second")));

    @Test
    void aBoundaryMovesOnlyBetweenItsNeighbours() {
        GradeScale moved = SCALE.withBoundary("Second", number("69.5"));
        assertThat(moved.grade(Exact.of(number("69.5")))).contains("Second");
        assertThat(moved.grade(Exact.of(number("60")))).contains("Third");
        assertThat(moved.name()).isEqualTo("Three");
        assertThat(SCALE.withBoundary("First", number("95")).grade(Exact.of(number("80")))).contains("Second");
        assertThat(SCALE.withBoundary("Third", BigDecimal.ZERO).grade(Exact.of(number("1")))).contains("Third");
        assertThatThrownBy(() -> SCALE.withBoundary("Second", number("70")))
                .hasMessage("'Second' stays below 'First', which begins at 70 percent.");
        assertThatThrownBy(() -> SCALE.withBoundary("Second", number("40")))
                .hasMessage("'Second' stays above 'Third', which begins at 40 percent.");
        assertThatThrownBy(() -> SCALE.withBoundary("First", number("50")))
                .hasMessage("'First' stays above 'Second', which begins at 50 percent.");
        assertThatThrownBy(() -> SCALE.withBoundary("Third", number("51")))
                .hasMessage("'Third' stays below 'Second', which begins at 50 percent.");
        assertThatThrownBy(() -> SCALE.withBoundary("Fourth", number("20")))
                .hasMessage("The grade scale has no 'Fourth'.");
    }

    /** Of 20 points, the boundaries are at 14, 10 and 8. */
    @Test
    void aResultIsNearABoundaryWithinTheWidthInclusive() {
        assertThat(SCALE.boundaries().getFirst().at(number("20"))).isEqualByComparingTo("14");
        MarkScheme scheme = scheme(points("c1", "20"));
        Result nine = result(scheme, card("c1", "9"), "20");
        assertThat(SCALE.near(nine, BigDecimal.ONE)).extracting(Boundary::grade).containsExactly("Second", "Third");
        assertThat(SCALE.near(nine, number("0.99"))).isEmpty();
        assertThat(SCALE.near(result(scheme, card("c1", "13.5"), "20"), number("0.5"))).extracting(Boundary::grade)
                .containsExactly("First");
        GradeScale toZero = SCALE.withBoundary("Third", BigDecimal.ZERO);
        assertThat(toZero.near(result(scheme, card("c1", "0"), "20"), BigDecimal.ONE)).as("nobody is below 0")
                .isEmpty();
    }
}

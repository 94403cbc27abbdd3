package org.epiglyph.core.markbook;

import static org.epiglyph.core.markbook.Classes.number;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.Scale;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** The statistics at the foot of a column. */
class TallyTest {
    @Property
    void removalReversesAddition(
            @ForAll @Size(max = 20) List<@BigRange(min = "0", max = "100") @Scale(2) BigDecimal> figures,
            @ForAll @BigRange(min = "0", max = "100") @Scale(2) BigDecimal more) {
        Tally tally = of(figures);
        Tally back = tally.with(Cell.figure(more)).without(Cell.figure(more));
        assertEquals(tally.mean(), back.mean());
        assertEquals(tally.spread(), back.spread());
        assertEquals(tally.count(), back.count());
    }

    /** The eight values of the usual textbook example: mean 5, variance 32/7 (from memory). */
    @Test
    void computesSampleMeanAndDeviation() {
        Tally tally = of(java.util.stream.Stream.of(2, 4, 4, 4, 5, 5, 7, 9).map(BigDecimal::valueOf).toList());
        assertEquals(Optional.of(number("5.00")), tally.mean());
        assertEquals(Optional.of(number("2.14")), tally.spread());
        assertEquals(Optional.of(number("50")), tally.facility(BigDecimal.TEN));
    }

    @Test
    void ignoresTextAndHasNoDeviationOfOne() {
        Tally tally = Tally.NONE.with(Cell.text("n")).with(Cell.figure(BigDecimal.TWO));
        assertEquals(1, tally.count());
        assertEquals(Optional.empty(), tally.spread());
        assertEquals(Optional.empty(), Tally.NONE.mean());
        assertEquals(Optional.empty(), tally.facility(BigDecimal.ZERO));
    }

    private static Tally of(List<BigDecimal> figures) {
        Tally tally = Tally.NONE;
        for (BigDecimal figure : figures) {
            tally = tally.with(Cell.figure(figure));
        }
        return tally;
    }
}

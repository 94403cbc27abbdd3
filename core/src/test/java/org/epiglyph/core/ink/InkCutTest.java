package org.epiglyph.core.ink;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

class InkCutTest {
    private static final InkPath LINE = InkPath.through(new PagePoint(0, 0), new PagePoint(100, 0));

    @Provide
    Arbitrary<PagePoint> places() {
        return Combinators.combine(Arbitraries.doubles().between(0, 200), Arbitraries.doubles().between(0, 200))
                .as(PagePoint::new);
    }

    @Test
    void anEraserInTheMiddleLeavesTwoPieces() {
        List<InkCut.Piece> pieces = InkCut.outside(LINE, new PagePoint(50, 0), 10);
        assertThat(pieces).hasSize(2);
        assertThat(pieces.get(0).path().bounds().right()).isCloseTo(40, within(1e-3));
        assertThat(pieces.get(1).path().bounds().left()).isCloseTo(60, within(1e-3));
    }

    @Test
    void anEraserOverAllLeavesNothingAndOneFarAwayLeavesEverything() {
        assertThat(InkCut.outside(LINE, new PagePoint(50, 0), 80)).isEmpty();
        InkCut.Piece whole = InkCut.outside(LINE, new PagePoint(50, 50), 10).getFirst();
        assertThat(whole.path()).isEqualTo(LINE);
        assertThat(InkCut.outside(new InkPath(new PagePoint(5, 5), List.of()), new PagePoint(5, 6), 2)).isEmpty();
    }

    @Property
    void whatStaysLiesOnTheLineAndOutsideTheEraser(@ForAll("places") PagePoint a, @ForAll("places") PagePoint b,
            @ForAll("places") PagePoint c, @ForAll("places") PagePoint eraser) {
        InkPath path = InkFit.smooth(List.of(a, b, c), 0.25);
        for (InkCut.Piece piece : InkCut.outside(path, eraser, 15)) {
            for (PagePoint p : piece.path().flattened()) {
                assertThat(nearest(path, p)).isLessThan(0.8);
            }
            assertThat(piece.path().start().distanceTo(eraser)).isGreaterThan(15 - 1e-3);
        }
    }

    private static double nearest(InkPath path, PagePoint place) {
        double best = path.start().distanceTo(place);
        PagePoint from = path.start();
        for (Cubic curve : path.curves()) {
            for (int i = 0; i <= 2000; i++) {
                best = Math.min(best, curve.at(from, i / 2000.0).distanceTo(place));
            }
            from = curve.end();
        }
        return best;
    }

    @Test
    void piecesKeepTheSwellOfTheirPlace() {
        InkPath path = InkPath.through(new PagePoint(0, 0), new PagePoint(50, 0), new PagePoint(100, 0));
        Stroke stroke = new Stroke(new Head("m", new PageRef("d", 0), Ink.MADDER, 0, Remark.NONE), path, 2,
                Stroke.Nib.FINE, List.of(1.0, 2.0, 1.0));
        List<Stroke> left = stroke.erasedAt(new PagePoint(75, 0), 4);
        assertThat(left).hasSize(2);
        assertThat(left.get(0).swell()).hasSize(3).startsWith(1.0, 2.0);
        assertThat(left.get(0).swell().getLast()).isBetween(1.4, 1.8);
        assertThat(left.get(1).swell().getLast()).isEqualTo(1.0);
    }

    @Property
    void aPartOfACurveIsTheCurve(@ForAll("places") PagePoint a, @ForAll("places") PagePoint b,
            @ForAll("places") PagePoint c, @ForAll("places") PagePoint d) {
        Cubic curve = new Cubic(b, c, d);
        Cubic part = curve.between(a, 0.25, 0.75);
        PagePoint start = curve.at(a, 0.25);
        assertThat(part.at(start, 0.5).distanceTo(curve.at(a, 0.5))).isLessThan(1e-9);
        assertThat(part.end().distanceTo(curve.at(a, 0.75))).isLessThan(1e-9);
    }
}

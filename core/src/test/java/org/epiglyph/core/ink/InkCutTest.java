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
    void erasingTheMiddleLeavesTwoPieces() {
        List<InkCut.Piece> pieces = InkCut.outside(LINE, new PagePoint(50, 0), 10);
        assertThat(pieces).hasSize(2);
        assertThat(pieces.get(0).path().bounds().right()).isCloseTo(40, within(1e-3));
        assertThat(pieces.get(1).path().bounds().left()).isCloseTo(60, within(1e-3));
    }

    @Test
    void anEraserOverEverythingLeavesNothing() {
        assertThat(InkCut.outside(LINE, new PagePoint(50, 0), 80)).isEmpty();
        InkCut.Piece whole = InkCut.outside(LINE, new PagePoint(50, 50), 10).getFirst();
        assertThat(whole.path()).isEqualTo(LINE);
        assertThat(InkCut.outside(new InkPath(new PagePoint(5, 5), List.of()), new PagePoint(5, 6), 2)).isEmpty();
    }

    @Property
    void theRestIsOnTheLineAndOutsideTheEraser(@ForAll("places") PagePoint a, @ForAll("places") PagePoint b,
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
    void piecesKeepTheirWidths() {
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
    void partOfACurveIsOnTheCurve(@ForAll("places") PagePoint a, @ForAll("places") PagePoint b,
            @ForAll("places") PagePoint c, @ForAll("places") PagePoint d) {
        Cubic curve = new Cubic(b, c, d);
        Cubic part = curve.between(a, 0.25, 0.75);
        PagePoint start = curve.at(a, 0.25);
        assertThat(part.at(start, 0.5).distanceTo(curve.at(a, 0.5))).isLessThan(1e-9);
        assertThat(part.end().distanceTo(curve.at(a, 0.75))).isLessThan(1e-9);
    }

    /** A steered line across the page is one curve; the eraser cuts it wherever it is put down. */
    @Test
    void cutsALongLineAnywhere() {
        InkPath line = InkPath.through(new PagePoint(0, 0), new PagePoint(800, 0));
        for (double x = 10; x < 790; x += 0.7) {
            List<InkCut.Piece> pieces = InkCut.outside(line, new PagePoint(x, 0), 4);
            assertThat(pieces).as("at %s", x).hasSize(2);
            assertThat(pieces.getFirst().path().bounds().right()).isCloseTo(x - 4, within(1e-3));
            assertThat(pieces.getLast().path().bounds().left()).isCloseTo(x + 4, within(1e-3));
            assertThat(pieces.getLast().path().bounds().right()).isCloseTo(800, within(1e-9));
        }
        InkPath far = InkPath.through(new PagePoint(0, 0), new PagePoint(1e9, 0));
        assertThat(InkCut.outside(far, new PagePoint(0, 0), 4)).as("a line out of all bounds takes no time").hasSize(1);
    }

    @Test
    void erasingAnEndLeavesTheRest() {
        assertThat(InkCut.outside(LINE, new PagePoint(0, 0), 10)).singleElement()
                .satisfies(p -> assertThat(p.path().start().x()).isCloseTo(10, within(1e-3)))
                .satisfies(p -> assertThat(p.to()).isEqualTo(1));
        assertThat(InkCut.outside(LINE, new PagePoint(100, 0), 10)).singleElement()
                .satisfies(p -> assertThat(p.from()).isZero())
                .satisfies(p -> assertThat(p.path().bounds().right()).isCloseTo(90, within(1e-3)));
        assertThat(InkCut.outside(new InkPath(new PagePoint(5, 5), List.of()), new PagePoint(5, 8), 2)).hasSize(1);
        assertThat(InkCut.outside(new InkPath(new PagePoint(5, 5), List.of()), new PagePoint(5, 7), 2)).isEmpty();
    }

    /** Every part of the path that the eraser does not reach stays, and nothing twice. */
    @Property
    void keepsWhatIsOutsideTheEraser(@ForAll("places") PagePoint a, @ForAll("places") PagePoint b,
            @ForAll("places") PagePoint c, @ForAll("places") PagePoint eraser) {
        InkPath path = InkFit.smooth(List.of(a, b, c), 0.25);
        List<InkCut.Piece> pieces = InkCut.outside(path, eraser, 15);
        PagePoint from = path.start();
        for (int i = 0; i < path.curves().size(); i++) {
            for (int n = 0; n <= 100; n++) {
                double place = i + n / 100.0;
                double distance = path.curves().get(i).at(from, n / 100.0).distanceTo(eraser);
                long holding = pieces.stream().filter(p -> p.from() <= place && place <= p.to()).count();
                if (distance > 15.1) {
                    assertThat(holding).as("place %s", place).isOne();
                } else if (distance < 14.4) {
                    assertThat(holding).as("place %s", place).isZero();
                }
            }
            from = path.curves().get(i).end();
        }
    }

    @Test
    void interpolatesTheWidthWithinACurve() {
        InkCut.Piece piece = new InkCut.Piece(LINE, 0.25, 2.5);
        List<Double> swell = piece.swell(List.of(1.0, 2.0, 4.0, 8.0));
        assertThat(swell).containsExactly(1.25, 2.0, 4.0, 6.0);
        assertThat(new InkCut.Piece(LINE, 1, 3).swell(List.of(1.0, 2.0, 4.0, 8.0))).containsExactly(2.0, 4.0, 8.0);
    }

    @Property
    void aPieceRunsThroughAllCurvesBetweenItsEnds(@ForAll("places") PagePoint a,
            @ForAll("places") PagePoint b, @ForAll("places") PagePoint c, @ForAll("places") PagePoint d,
            @ForAll("places") PagePoint eraser) {
        InkPath path = InkPath.through(a, b, c, d);
        for (InkCut.Piece piece : InkCut.outside(path, eraser, 15)) {
            assertThat(piece.path().start().distanceTo(at(path, piece.from()))).isLessThan(1e-9);
            assertThat(piece.path().curves().getLast().end().distanceTo(at(path, piece.to()))).isLessThan(1e-9);
            assertThat(piece.path().curves()).hasSize((int) (Math.ceil(piece.to()) - Math.floor(piece.from())));
        }
    }

    private static PagePoint at(InkPath path, double place) {
        int curve = Math.min((int) place, path.curves().size() - 1);
        PagePoint start = curve == 0 ? path.start() : path.curves().get(curve - 1).end();
        return path.curves().get(curve).at(start, place - curve);
    }
}

package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.junit.jupiter.api.Test;

class ShapesTest {
    @Property
    void fourQuarterTurnsAreTheIdentity(@ForAll @DoubleRange(min = -900, max = 900) double x,
            @ForAll @DoubleRange(min = -900, max = 900) double y) {
        PagePoint centre = new PagePoint(10, -20);
        PagePoint turned = new PagePoint(x, y);
        for (int i = 0; i < 4; i++) {
            turned = turned.turnedAbout(centre, 90);
        }
        assertThat(turned.distanceTo(new PagePoint(x, y))).isLessThan(1e-9);
        PagePoint half = new PagePoint(x, y).turnedAbout(centre, 180);
        assertThat(half.distanceTo(new PagePoint(x, y).turnedAbout(centre, 90).turnedAbout(centre, 90)))
                .isLessThan(1e-9);
        assertThat(new PagePoint(x, y).turnedAbout(centre, 270).turnedAbout(centre, 90).distanceTo(new PagePoint(x, y)))
                .isLessThan(1e-9);
    }

    @Property
    void aUnionContainsBothBoxes(@ForAll @DoubleRange(min = 0, max = 500) double a,
            @ForAll @DoubleRange(min = 0, max = 500) double b, @ForAll @DoubleRange(min = 0, max = 500) double c) {
        PageBox one = new PageBox(a, b, c, 10);
        PageBox other = new PageBox(c, a, 20, b);
        PageBox union = PageBox.around(List.of(one, other)).expandedBy(1e-9);
        assertThat(union.contains(one.topLeft())).isTrue();
        assertThat(union.contains(new PagePoint(one.right(), one.bottom()))).isTrue();
        assertThat(union.contains(new PagePoint(other.right(), other.bottom()))).isTrue();
    }

    @Test
    void boxesThatOnlyTouchDoNotOverlap() {
        assertThat(new PageBox(0, 0, 10, 10).overlaps(new PageBox(10, 0, 10, 10))).isFalse();
        assertThat(new PageBox(0, 0, 10, 10).overlaps(new PageBox(9, 9, 10, 10))).isTrue();
        assertThat(PageBox.between(new PagePoint(10, 2), new PagePoint(4, 8))).isEqualTo(new PageBox(4, 2, 6, 6));
        assertThatThrownBy(() -> new PageBox(0, 0, -1, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> PageBox.around(List.of())).hasMessage("No box to go around");
    }

    @Test
    void aStraightCurveHasItsLength() {
        InkPath line = InkPath.through(new PagePoint(0, 0), new PagePoint(100, 0));
        assertThat(line.distanceTo(new PagePoint(50, 7))).isCloseTo(7, within(1e-9));
        assertThat(line.distanceTo(new PagePoint(103, 4))).isCloseTo(5, within(1e-9));
        assertThat(line.bounds()).isEqualTo(new PageBox(0, 0, 100, 0));
        assertThat(line.length()).isCloseTo(100, within(1e-9));
        assertThat(line.movedBy(1, 2).start()).isEqualTo(new PagePoint(1, 2));
        assertThat(line.turnedAbout(new PagePoint(0, 0), 90).curves().getLast().end().distanceTo(new PagePoint(0, 100)))
                .isLessThan(1e-9);
    }

    /** The midpoint of a cubic Bézier curve is (p0 + 3 p1 + 3 p2 + p3) / 8, from the definition. */
    @Test
    void aCurvePassesThroughItsMidpoint() {
        Cubic curve = new Cubic(new PagePoint(0, 80), new PagePoint(80, 80), new PagePoint(80, 0));
        assertThat(curve.at(new PagePoint(0, 0), 0.5)).isEqualTo(new PagePoint(40, 60));
        assertThat(curve.at(new PagePoint(0, 0), 0)).isEqualTo(new PagePoint(0, 0));
        assertThat(curve.at(new PagePoint(0, 0), 1)).isEqualTo(new PagePoint(80, 0));
    }

    @Test
    void pageNumbersStartAtOne() {
        assertThat(new PageRef("d1", 0).number()).isEqualTo(1);
        assertThatThrownBy(() -> new PageRef("d1", -1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new PageGeometry(0, 0, 100, 100, 45, 1)).hasMessageContaining("not 45");
        assertThat(new PageGeometry(0, 0, 100, 200, 270, 1).turnedBy(180).rotation()).isEqualTo(90);
        assertThat(new PageGeometry(0, 0, 100, 200, 0, 2).height()).isEqualTo(400);
    }

    /** By definition: the distance stays, and the direction turns by the angle, clockwise where y points down. */
    @Property(tries = 200)
    void aRotationKeepsTheDistanceAndRotatesTheDirection(@ForAll @DoubleRange(min = -500, max = 500) double x,
            @ForAll @DoubleRange(min = -500, max = 500) double y, @ForAll @IntRange(min = -800, max = 800) int degrees,
            @ForAll @DoubleRange(min = 0.1, max = 9) double factor) {
        PagePoint about = new PagePoint(30, -70);
        PagePoint place = new PagePoint(x, y);
        PagePoint turned = place.turnedAbout(about, (double) degrees);
        assertThat(turned.distanceTo(about)).isCloseTo(place.distanceTo(about), within(1e-6));
        if (place.distanceTo(about) > 1) {
            assertThat(Math.IEEEremainder(direction(about, turned) - direction(about, place) - degrees, 360))
                    .isCloseTo(0, within(1e-6));
        }
        PagePoint scaled = place.scaledAbout(about, factor);
        assertThat(scaled.distanceTo(about)).isCloseTo(factor * place.distanceTo(about), within(1e-6));
        if (place.distanceTo(about) > 1) {
            assertThat(Math.IEEEremainder(direction(about, scaled) - direction(about, place), 360))
                    .isCloseTo(0, within(1e-6));
        }
    }

    private static double direction(PagePoint from, PagePoint to) {
        return Math.toDegrees(Math.atan2(to.y() - from.y(), to.x() - from.x()));
    }

    @Test
    void aQuarterTurnIsExact() {
        PagePoint place = new PagePoint(0.1, 0.7);
        PagePoint about = new PagePoint(0.3, 0.2);
        for (int quarter = -4; quarter <= 8; quarter++) {
            assertThat(place.turnedAbout(about, quarter * 90.0))
                    .isEqualTo(place.turnedAbout(about, Math.floorMod(quarter * 90, 360)));
        }
    }

    @Test
    void aBoxIncludesItsBorderOnly() {
        PageBox box = new PageBox(10, 20, 30, 40);
        for (PagePoint in : List.of(new PagePoint(10, 30), new PagePoint(40, 30), new PagePoint(20, 20),
                new PagePoint(20, 60))) {
            assertThat(box.contains(in)).as(in.toString()).isTrue();
        }
        for (PagePoint out : List.of(new PagePoint(9.9, 30), new PagePoint(40.1, 30), new PagePoint(20, 19.9),
                new PagePoint(20, 60.1))) {
            assertThat(box.contains(out)).as(out.toString()).isFalse();
        }
        for (PageBox touching : List.of(new PageBox(0, 20, 10, 40), new PageBox(40, 20, 10, 40),
                new PageBox(10, 0, 30, 20), new PageBox(10, 60, 30, 20))) {
            assertThat(box.overlaps(touching)).as(touching.toString()).isFalse();
        }
    }
}

package org.epiglyph.core.ink;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.page.PagePoint;
import org.junit.jupiter.api.Test;

/** The bound of Schneider 1990: no input point is farther from the fitted path than the tolerance. */
class InkFitTest {
    @Property(tries = 300)
    void everyInputPointIsWithinTheTolerance(@ForAll long seed, @ForAll @IntRange(min = 1, max = 150) int length) {
        List<PagePoint> hand = scribble(seed, length);
        InkPath fitted = InkFit.smooth(hand, 0.25);
        for (PagePoint point : hand) {
            assertThat(fitted.distanceTo(point)).isLessThan(0.25 + 0.2); // the path is measured along short chords
        }
        assertThat(fitted.start().distanceTo(hand.getFirst())).isLessThan(1e-9);
    }

    private static List<PagePoint> scribble(long seed, int length) {
        Random random = new Random(seed);
        List<PagePoint> points = new ArrayList<>();
        double x = 300;
        double y = 400;
        double direction = random.nextDouble() * 6;
        for (int i = 0; i < length; i++) {
            direction += random.nextGaussian() * 0.4;
            x += 3 * Math.cos(direction);
            y += 3 * Math.sin(direction);
            points.add(new PagePoint(x, y));
        }
        return points;
    }

    @Test
    void aTapIsADot() {
        InkPath dot = InkFit.smooth(List.of(new PagePoint(5, 5), new PagePoint(5, 5)), 0.25);
        assertThat(dot.curves()).isEmpty();
    }

    @Test
    void aLongSmoothLineNeedsFewCurves() {
        List<PagePoint> arc = new ArrayList<>();
        for (int i = 0; i <= 200; i++) {
            arc.add(new PagePoint(100 * Math.cos(i / 100.0), 100 * Math.sin(i / 100.0)));
        }
        assertThat(InkFit.smooth(arc, 0.25).curves()).hasSizeLessThan(6);
    }

    /** As many curves as the method with four refinements needs; without them it is a fifth more. */
    @Test
    void needsNoMoreCurvesThanThePublishedMethod() {
        int curves = 0;
        for (long seed = 0; seed < 200; seed++) {
            curves += InkFit.smooth(smoothHand(seed), 0.25).curves().size();
        }
        assertThat(curves).isBetween(2_900, 3_044);
    }

    /** At each joint the path goes on in the direction of the points on either side. */
    @Test
    void curvesJoinWithoutACorner() {
        for (long seed = 0; seed < 20; seed++) {
            List<PagePoint> hand = smoothHand(seed);
            InkFit.Fitted fitted = InkFit.fit(hand, 0.25);
            List<Cubic> curves = fitted.path().curves();
            assertThat(fitted.joints()).hasSize(curves.size() + 1).startsWith(0).endsWith(hand.size() - 1);
            for (int i = 1; i < curves.size(); i++) {
                int joint = fitted.joints().get(i);
                PagePoint at = hand.get(joint);
                assertThat(curves.get(i - 1).end()).isEqualTo(at);
                double along = direction(hand.get(joint - 1), hand.get(joint + 1));
                assertThat(direction(curves.get(i - 1).second(), at)).isCloseTo(along, within(1e-6));
                assertThat(direction(at, curves.get(i).first())).isCloseTo(along, within(1e-6));
            }
        }
    }

    private static double direction(PagePoint from, PagePoint to) {
        return Math.atan2(to.y() - from.y(), to.x() - from.x());
    }

    /** A quarter of a circle is a cubic whose arms are 0.5523 of the radius (from memory), within a thousandth. */
    @Test
    void aQuarterCircleIsTheUsualCubic() {
        List<PagePoint> arc = new ArrayList<>();
        for (int i = 0; i <= 2000; i++) {
            double angle = Math.PI / 2 * i / 2000;
            arc.add(new PagePoint(100 * Math.cos(angle), 100 * Math.sin(angle)));
        }
        InkFit.Fitted fitted = InkFit.fit(arc, 0.05);
        assertThat(fitted.path().curves()).singleElement().satisfies(c -> {
            assertThat(c.first().distanceTo(new PagePoint(100, 55.23))).isLessThan(0.3);
            assertThat(c.second().distanceTo(new PagePoint(55.23, 100))).isLessThan(0.3);
        });
    }

    @Test
    void twoPointsOrAStraightLineAreOneStraightCurve() {
        Cubic two = InkFit.smooth(List.of(new PagePoint(0, 0), new PagePoint(30, 0)), 0.25).curves().getFirst();
        assertThat(two).isEqualTo(new Cubic(new PagePoint(10, 0), new PagePoint(20, 0), new PagePoint(30, 0)));
        List<PagePoint> line = new ArrayList<>();
        for (int i = 0; i <= 30; i++) {
            line.add(new PagePoint(i, 2 * i));
            line.add(new PagePoint(i, 2 * i)); // a hand at rest
        }
        InkFit.Fitted fitted = InkFit.fit(line, 0.25);
        assertThat(fitted.path().curves()).hasSize(1);
        assertThat(fitted.joints()).containsExactly(0, 60);
        assertThat(fitted.path().curves().getFirst().at(line.getFirst(), 0.5).distanceTo(new PagePoint(15, 30)))
                .isLessThan(0.3);
    }

    @Test
    void followsAReversalToItsTurningPoint() {
        List<PagePoint> back = new ArrayList<>();
        for (int i = 0; i <= 40; i++) {
            back.add(new PagePoint(i <= 20 ? i * 3 : (40 - i) * 3, 0));
        }
        InkPath path = InkFit.smooth(back, 0.25);
        assertThat(path.bounds().right()).isCloseTo(60, within(0.5));
        assertThat(path.distanceTo(new PagePoint(60, 0))).isLessThan(0.26);
    }

    private static List<PagePoint> smoothHand(long seed) {
        Random random = new Random(seed);
        List<PagePoint> points = new ArrayList<>();
        double direction = 0;
        double bend = 0;
        double x = 300;
        double y = 400;
        for (int i = 0; i < 300; i++) {
            bend = 0.97 * bend + 0.006 * random.nextGaussian();
            direction += bend;
            double pace = 1.5 + Math.sin(i / 20.0);
            x += pace * Math.cos(direction);
            y += pace * Math.sin(direction);
            points.add(new PagePoint(x, y));
        }
        return points;
    }

    @Test
    void requiresAPointAndATolerance() {
        assertThatThrownBy(() -> InkFit.fit(List.of(new PagePoint(1, 1)), 0)).hasMessageContaining("above 0");
        assertThatThrownBy(() -> InkFit.fit(List.of(), 1)).hasMessageContaining("not 0, 1.0");
    }

    /** Newton's method squares the error at each step: from 0.03 beside it, three steps are enough for nine figures. */
    @Test
    void threeNewtonStepsFindTheNearestPoint() {
        Random random = new Random(11);
        for (int round = 0; round < 200; round++) {
            PagePoint from = new PagePoint(0, 0);
            Cubic curve = new Cubic(new PagePoint(30 + random.nextInt(20), 20 + random.nextInt(40)),
                    new PagePoint(70 + random.nextInt(20), 20 - random.nextInt(40)),
                    new PagePoint(120, 10 + random.nextInt(20)));
            double wanted = 0.2 + 0.6 * random.nextDouble();
            PagePoint near = beside(from, curve, wanted, 6 * random.nextDouble() - 3);
            double t = wanted + (random.nextBoolean() ? 0.03 : -0.03);
            for (int step = 0; step < 3; step++) {
                t = InkFit.nearer(from, curve, t, near);
            }
            assertThat(t).isCloseTo(wanted, within(1e-7));
        }
        Cubic line = Cubic.straight(new PagePoint(0, 0), new PagePoint(9, 0));
        assertThat(InkFit.nearer(new PagePoint(0, 0), line, 0.5, new PagePoint(90, 0))).as("not beyond the end")
                .isEqualTo(1);
        assertThat(InkFit.nearer(new PagePoint(0, 0), line, 0.5, new PagePoint(-90, 0))).isZero();
        Cubic dot = new Cubic(new PagePoint(0, 0), new PagePoint(0, 0), new PagePoint(0, 0));
        assertThat(InkFit.nearer(new PagePoint(0, 0), dot, 0.5, new PagePoint(1, 1))).isEqualTo(0.5);
    }

    /** A place at some distance from the curve, at a right angle to it, so that it is nearest there. */
    private static PagePoint beside(PagePoint from, Cubic curve, double t, double distance) {
        PagePoint at = curve.at(from, t);
        double along = direction(curve.at(from, t - 1e-6), curve.at(from, t + 1e-6));
        return at.movedBy(-Math.sin(along) * distance, Math.cos(along) * distance);
    }
}

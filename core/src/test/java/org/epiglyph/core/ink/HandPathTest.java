package org.epiglyph.core.ink;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.Size;
import org.epiglyph.core.page.PagePoint;
import org.junit.jupiter.api.Test;

class HandPathTest {
    /**
     * Schneider 1990: the fitted curve passes each point within the tolerance; the quarter point is required by the
     * design.
     */
    @Property
    void theFittedPathIsWithinAQuarterPointOfTheHand(
            @ForAll @Size(min = 2, max = 60) List<@DoubleRange(min = -9, max = 9) Double> turns) {
        HandPath hand = new HandPath();
        double x = 0;
        double y = 0;
        double direction = 0;
        for (int i = 0; i < turns.size(); i++) {
            direction += turns.get(i) / 10;
            x += Math.cos(direction) * 4;
            y += Math.sin(direction) * 4;
            hand.add(new PagePoint(x, y), 0.5, i * 8);
        }
        InkPath path = hand.fitted().path();
        for (PagePoint place : hand.points()) {
            assertThat(nearest(path, place)).isLessThanOrEqualTo(HandPath.TOLERANCE + 1e-6);
        }
    }

    private static double nearest(InkPath path, PagePoint place) {
        double best = path.start().distanceTo(place);
        PagePoint from = path.start();
        for (Cubic curve : path.curves()) {
            for (int i = 0; i <= 400; i++) {
                best = Math.min(best, curve.at(from, i / 400.0).distanceTo(place));
            }
            from = curve.end();
        }
        return best - 0.02; // the sampling's own step
    }

    @Test
    void pressureWidensTheLineAtEachJoint() {
        HandPath hand = new HandPath();
        for (int i = 0; i < 40; i++) {
            hand.add(new PagePoint(i * 3, 20 * Math.sin(i / 4.0)), i < 20 ? 0.2 : 0.9, i * 8);
        }
        InkFit.Fitted fitted = hand.fitted();
        List<Double> swell = hand.swell(fitted);
        assertThat(swell).hasSize(fitted.path().curves().size() + 1);
        assertThat(swell.getFirst()).isLessThan(0.8);
        assertThat(swell.getLast()).isGreaterThan(1.3);
    }

    @Test
    void speedThinsTheLineWithoutPressure() {
        HandPath slow = new HandPath();
        HandPath quick = new HandPath();
        double slowSwell = 0;
        double quickSwell = 0;
        for (int i = 0; i < 30; i++) {
            slowSwell = slow.add(new PagePoint(i * 0.5, 0), 0, i * 16);
            quickSwell = quick.add(new PagePoint(i * 15, 0), 0, i * 16);
        }
        assertThat(quickSwell).isLessThan(slowSwell);
    }

    @Test
    void aStraightenedLineTakesTheNearestEighthOfATurn() {
        HandPath hand = new HandPath();
        hand.add(new PagePoint(0, 0), 0, 0);
        hand.add(new PagePoint(100, 8), 0, 16);
        assertThat(hand.straightEnd(true).y()).isCloseTo(0, within(1e-9));
        assertThat(hand.straightEnd(false)).isEqualTo(new PagePoint(100, 8));
        hand.add(new PagePoint(60, 55), 0, 32);
        assertThat(hand.straightEnd(true).x()).isCloseTo(hand.straightEnd(true).y(), within(1e-9));
    }

    /** Round joins and caps: every point of the centre line is covered up to half the width. */
    @Test
    void theOutlineCoversTheLineToHalfItsWidth() {
        InkPath path = InkPath.through(new PagePoint(0, 0), new PagePoint(40, 0), new PagePoint(0, 6));
        List<InkPath> outlines = InkOutline.of(path, 4, List.of(1.0, 1.5, 0.5));
        assertThat(winding(outlines, 0, 1.9) != 0).isTrue();
        assertThat(winding(outlines, 42.8, 0) != 0).as("the round join at the turn").isTrue();
        assertThat(winding(outlines, -1.9, 0) != 0).as("the round end").isTrue();
        assertThat(winding(outlines, 0, -2.2) != 0).isFalse();
    }

    /** The winding number of a point, by the rule used for filling. */
    private static int winding(List<InkPath> outlines, double x, double y) {
        int winding = 0;
        for (InkPath outline : outlines) {
            List<PagePoint> points = outline.flattened();
            for (int i = 0; i < points.size(); i++) {
                PagePoint a = points.get(i);
                PagePoint b = points.get((i + 1) % points.size());
                double side = (b.x() - a.x()) * (y - a.y()) - (b.y() - a.y()) * (x - a.x());
                if (a.y() <= y && b.y() > y && side > 0) {
                    winding++;
                } else if (a.y() > y && b.y() <= y && side < 0) {
                    winding--;
                }
            }
        }
        return winding;
    }

    @Test
    void theWidthFollowsPressureAndSpeedSmoothly() {
        HandPath pressed = new HandPath();
        assertThat(pressed.add(new PagePoint(0, 0), 0.5, 0)).isCloseTo(1.0, within(1e-9));
        double next = pressed.add(new PagePoint(1, 0), 1.0, 8);
        assertThat(next).as("on the way from 1.0 to 1.6").isGreaterThan(1.0).isLessThan(1.6);
        assertThat(pressed.points()).containsExactly(new PagePoint(0, 0), new PagePoint(1, 0));
        HandPath free = new HandPath();
        assertThat(free.add(new PagePoint(0, 0), 0, 100)).as("no speed yet").isEqualTo(1.0);
        double calm = (next - 1.0) / 0.6;
        double still = free.add(new PagePoint(0, 0), 0, 110);
        assertThat(still).as("at rest a fifth broader").isCloseTo(1.0 + 0.2 * calm, within(1e-9));
        double half = free.add(new PagePoint(5, 0), 0, 120);
        assertThat(half).as("half a point a millisecond: 0.9").isCloseTo(still + (0.9 - still) * calm, within(1e-9));
        double fast = free.add(new PagePoint(105, 0), 0, 130);
        assertThat(fast).as("never below 0.65").isCloseTo(half + (0.65 - half) * calm, within(1e-9));
        assertThat(free.add(new PagePoint(105.5, 0), 0, 130)).as("two at once count as a millisecond")
                .isCloseTo(fast + (0.9 - fast) * calm, within(1e-9));
    }

    @Test
    void aStraightenedLineKeepsItsLengthInEveryDirection() {
        for (int eighth = 0; eighth < 8; eighth++) {
            double angle = eighth * Math.PI / 4 + 0.2;
            HandPath hand = new HandPath();
            hand.add(new PagePoint(70, 30), 0, 0);
            hand.add(new PagePoint(70 + 50 * Math.cos(angle), 30 + 50 * Math.sin(angle)), 0, 16);
            PagePoint end = hand.straightEnd(true);
            assertThat(end.x()).isCloseTo(70 + 50 * Math.cos(angle - 0.2), within(1e-9));
            assertThat(end.y()).isCloseTo(30 + 50 * Math.sin(angle - 0.2), within(1e-9));
        }
    }

    /** The outline is the line's width at every place and nothing beyond it, by the rule used for filling. */
    @Property(tries = 60)
    void theOutlineIsAsWideAsTheLineEverywhere(@ForAll long seed) {
        Random random = new Random(seed);
        List<PagePoint> places = new ArrayList<>();
        List<Double> swell = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            places.add(new PagePoint(random.nextInt(80), random.nextInt(80)));
            swell.add(0.5 + random.nextInt(10) / 10.0);
        }
        InkPath path = seed % 2 == 0
                ? InkPath.through(places)
                : new InkPath(places.get(0), List.of(
                        new Cubic(places.get(1), places.get(2), places.get(3))));
        List<Double> swells = swell.subList(0, path.curves().size() + 1);
        List<InkPath> outlines = InkOutline.of(path, 8, swells);
        List<PagePoint> line = path.flattened();
        for (int i = 0; i < 300; i++) {
            double x = random.nextDouble() * 110 - 15;
            double y = random.nextDouble() * 110 - 15;
            double beyond = beyond(line, swells, 4, x, y);
            if (beyond < -0.15) {
                assertThat(winding(outlines, x, y)).as("%s, %s", x, y).isNotZero();
            } else if (beyond > 0.15) {
                assertThat(winding(outlines, x, y)).as("%s, %s", x, y).isZero();
            }
        }
    }

    /** How far a place is beyond the broad line; negative within it. */
    private static double beyond(List<PagePoint> line, List<Double> swell, double half, double x, double y) {
        double least = Double.MAX_VALUE;
        int steps = (line.size() - 1) / (swell.size() - 1);
        for (int i = 0; i + 1 < line.size(); i++) {
            for (int n = 0; n <= 200; n++) {
                double t = n / 200.0;
                double along = (i + t) / steps;
                int joint = Math.min((int) along, swell.size() - 2);
                double radius = half
                        * (swell.get(joint) * (1 - along + joint) + swell.get(joint + 1) * (along - joint));
                double px = line.get(i).x() * (1 - t) + line.get(i + 1).x() * t;
                double py = line.get(i).y() * (1 - t) + line.get(i + 1).y() * t;
                least = Math.min(least, Math.hypot(px - x, py - y) - radius);
            }
        }
        return least;
    }

    @Test
    void roundsOnlySharpTurns() {
        int pieces = 2 * InkPath.STEPS;
        List<Double> even = List.of(1.0, 1.0, 1.0);
        for (PagePoint end : List.of(new PagePoint(200, 10), new PagePoint(200, -10))) {
            InkPath gentle = InkPath.through(new PagePoint(0, 0), new PagePoint(100, 0), end);
            assertThat(InkOutline.of(gentle, 4, even)).as("two round ends").hasSize(pieces + 2);
            InkPath toTheLeft = InkPath.through(new PagePoint(200, 0), new PagePoint(100, 0),
                    new PagePoint(0, end.y()));
            assertThat(InkOutline.of(toTheLeft, 4, even)).as("where the angle jumps").hasSize(pieces + 2);
        }
        for (PagePoint end : List.of(new PagePoint(150, 80), new PagePoint(150, -80), new PagePoint(0, 1))) {
            InkPath sharp = InkPath.through(new PagePoint(0, 0), new PagePoint(100, 0), end);
            assertThat(InkOutline.of(sharp, 4, even)).as("and a round turn").hasSize(pieces + 3);
        }
    }

    @Test
    void theOutlineWidensEvenlyBetweenJoints() {
        List<InkPath> outlines = InkOutline.of(InkPath.through(new PagePoint(0, 0), new PagePoint(80, 0)), 8,
                List.of(0.5, 1.5));
        List<InkPath> pieces = outlines.stream()
                .filter(o -> o.curves().getFirst().first().x() != o.start().x())
                .toList();
        assertThat(pieces).hasSize(InkPath.STEPS);
        double from = 0;
        for (int i = 0; i < pieces.size(); i++) {
            double radius = 8 * (0.5 + i / 8.0) / 2;
            assertThat(pieces.get(i).start().y()).isCloseTo(-radius, within(1e-9));
            assertThat(pieces.get(i).start().x()).isCloseTo(from, within(1e-9));
            from = pieces.get(i).curves().getFirst().end().x();
        }
    }

    @Test
    void endsAreRoundAndPiecesAreAsWideAsTheLine() {
        PagePoint end = new PagePoint(60, 80);
        List<InkPath> outlines = InkOutline.of(InkPath.through(new PagePoint(0, 0), end), 10, List.of(1.0, 1.0));
        List<InkPath> circles = outlines.stream()
                .filter(o -> o.curves().getFirst().first().x() == o.start().x())
                .toList();
        assertThat(circles).hasSize(2);
        for (int i = 0; i < 2; i++) {
            PagePoint centre = i == 0 ? new PagePoint(0, 0) : end;
            assertThat(circles.get(i).curves()).hasSize(4);
            PagePoint from = circles.get(i).start();
            for (Cubic quarter : circles.get(i).curves()) {
                for (int n = 0; n <= 10; n++) {
                    assertThat(quarter.at(from, n / 10.0).distanceTo(centre)).isCloseTo(5, within(0.01));
                }
                from = quarter.end();
            }
        }
        InkPath piece = outlines.get(1);
        assertThat(piece.start().distanceTo(new PagePoint(4, -3))).isLessThan(1e-9);
        List<PagePoint> corners = piece.curves().stream().map(Cubic::end).toList();
        assertThat(corners.get(0).distanceTo(new PagePoint(7.5 + 4, 10 - 3))).isLessThan(1e-9);
        assertThat(corners.get(1).distanceTo(new PagePoint(7.5 - 4, 10 + 3))).isLessThan(1e-9);
        assertThat(corners.get(2).distanceTo(new PagePoint(-4, 3))).isLessThan(1e-9);
        assertThat(corners.get(3).distanceTo(piece.start())).isLessThan(1e-9);
    }

    /** Neighbouring pieces share their ends, so that paper shows through nowhere on the outside of a gentle bend. */
    @Test
    void aGentleBendHasNoGap() {
        for (double degrees : new double[]{1, 5, 13.9, -13.9}) {
            double bend = Math.toRadians(degrees);
            PagePoint joint = new PagePoint(100, 0);
            InkPath path = InkPath.through(new PagePoint(0, 0), joint,
                    joint.movedBy(100 * Math.cos(bend), 100 * Math.sin(bend)));
            List<InkPath> outlines = InkOutline.of(path, 20, List.of(1.0, 1.0, 1.0));
            for (double share = 0.02; share < 0.98; share += 0.02) {
                for (double side : new double[]{-1, 1}) {
                    PagePoint at = joint.movedBy(-Math.sin(bend / 2 + 0.003) * share * 10 * side,
                            Math.cos(bend / 2 + 0.003) * share * 10 * side);
                    assertThat(winding(outlines, at.x(), at.y())).as("%s degrees, %s", degrees, share).isNotZero();
                }
            }
        }
    }
}

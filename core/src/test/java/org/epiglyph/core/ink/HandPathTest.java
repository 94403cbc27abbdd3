package org.epiglyph.core.ink;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

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
    void theFittedPathPassesEveryPlaceOfTheHandWithinAQuarterPoint(
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
    void aPressedPenIsBroaderAndEachJointHasItsSwell() {
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
    void withoutPressureAQuickHandLeavesAThinnerLine() {
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
    void aSteeredLineGoesToTheNextEighthOfATurn() {
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
    void theOutlineCoversTheLineToItsHalfWidth() {
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
}

package org.epiglyph.core.ink;

import static org.assertj.core.api.Assertions.assertThat;

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
    void everyPointOfTheHandIsWithinTheTolerance(@ForAll long seed, @ForAll @IntRange(min = 1, max = 150) int length) {
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
}

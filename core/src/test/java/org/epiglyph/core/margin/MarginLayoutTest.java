package org.epiglyph.core.margin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class MarginLayoutTest {
    @Property(tries = 300)
    void keepsOrderWithoutOverlap(@ForAll long seed, @ForAll @IntRange(min = 1, max = 40) int count) {
        Random random = new Random(seed);
        List<MarginLayout.Wish> wishes = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            wishes.add(new MarginLayout.Wish(random.nextDouble() * 800, 10 + random.nextDouble() * 80));
        }
        wishes.sort(java.util.Comparator.comparingDouble(MarginLayout.Wish::wish));
        double[] tops = MarginLayout.tops(wishes, 8, 0);
        assertThat(tops[0]).isGreaterThanOrEqualTo(0);
        for (int i = 1; i < count; i++) {
            assertThat(tops[i]).isGreaterThanOrEqualTo(tops[i - 1] + wishes.get(i - 1).height() + 8 - 1e-6);
        }
    }

    @Test
    void keepsRemarksInPlaceWhereThereIsRoom() {
        double[] tops = MarginLayout.tops(List.of(new MarginLayout.Wish(100, 20), new MarginLayout.Wish(300, 20)), 8,
                0);
        assertThat(tops).containsExactly(100, 300);
    }

    /** Two remarks for the same position share the displacement: the least squares solution calculated by hand. */
    @Test
    void spreadsTwoAtOnePlaceEvenly() {
        double[] tops = MarginLayout.tops(List.of(new MarginLayout.Wish(100, 20), new MarginLayout.Wish(100, 20)), 8,
                0);
        assertThat(tops[0]).isCloseTo(86, within(1e-9));
        assertThat(tops[1]).isCloseTo(114, within(1e-9));
    }

    @Property(tries = 300)
    void theRemarkBeingWrittenStaysInPlaceWithoutOverlap(@ForAll long seed,
            @ForAll @IntRange(min = 2, max = 30) int count) {
        Random random = new Random(seed);
        List<MarginLayout.Wish> wishes = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            wishes.add(new MarginLayout.Wish(random.nextDouble() * 800, 10 + random.nextDouble() * 60));
        }
        wishes.sort(java.util.Comparator.comparingDouble(MarginLayout.Wish::wish));
        int written = random.nextInt(count);
        double at = MarginLayout.tops(wishes, 8, 0)[written];
        double[] before = MarginLayout.tops(wishes, 8, 0, written, at);
        wishes.set(written, new MarginLayout.Wish(wishes.get(written).wish(), wishes.get(written).height() + 90));
        double[] after = MarginLayout.tops(wishes, 8, 0, written, at);
        assertThat(after[written]).isEqualTo(at).isEqualTo(before[written]);
        for (int i = 1; i < count; i++) {
            assertThat(after[i]).isGreaterThanOrEqualTo(after[i - 1] + wishes.get(i - 1).height() + 8 - 1e-6);
        }
    }

    @Test
    void theRemarkBeingWrittenPushesNeighboursOnlyByTheGap() {
        List<MarginLayout.Wish> wishes = List.of(new MarginLayout.Wish(100, 20), new MarginLayout.Wish(200, 30),
                new MarginLayout.Wish(300, 40));
        assertThat(MarginLayout.tops(wishes, 8, 0, 1, 110)).containsExactly(82, 110, 300);
        assertThat(MarginLayout.tops(wishes, 8, 0, 1, 290)).containsExactly(100, 290, 328);
        assertThat(MarginLayout.tops(wishes, 8, 0, 0, 190)).containsExactly(190, 218, 300);
    }
}

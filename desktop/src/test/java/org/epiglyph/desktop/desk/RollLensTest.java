package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.OptionalDouble;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Positions of students in the roll, for classes of any size. */
class RollLensTest {
    private static final double HEIGHT = 740;

    @Property(tries = 400)
    void everyStudentHasAPlaceInOrderUnderThePointer(@ForAll @IntRange(min = 1, max = 5_000) int count,
            @ForAll @IntRange(min = 0, max = 4_999) int current, @ForAll @IntRange(min = 0, max = 740) int pointer,
            @ForAll @IntRange(min = 2, max = 900) int section) {
        RollLens lens = new RollLens(count, HEIGHT, current % count, OptionalDouble.of(pointer), i -> i % section == 0);
        double end = 0;
        for (int i = 0; i < count; i++) {
            assertThat(lens.height(i)).isPositive();
            assertThat(lens.top(i)).isGreaterThanOrEqualTo(end - 1e-6);
            end = lens.top(i) + lens.height(i);
        }
        assertThat(end).isLessThanOrEqualTo(HEIGHT + 1e-6);
        int at = lens.at(pointer);
        assertThat(lens.at(lens.middle(at))).isEqualTo(at);
        boolean fits = count * 15 <= HEIGHT * 0.8;
        if (!fits && count * 15 > HEIGHT) {
            assertThat(lens.height(at)).as("under the pointer").isGreaterThanOrEqualTo(RollLens.NOTCH - 1e-6);
            assertThat(end).as("filled").isEqualTo(HEIGHT, within(1e-6));
        }
    }

    @Test
    void studentsBeyondThePointerAtTheEndKeepAPlace() {
        RollLens lens = new RollLens(1_777, HEIGHT, 0, OptionalDouble.of(737), i -> i % 222 == 0);
        for (int i = 0; i < 1_777; i++) {
            assertThat(lens.height(i)).isPositive();
        }
    }

    @Test
    void aClassThatFitsHasGaugesOfEqualHeight() {
        RollLens lens = new RollLens(26, HEIGHT, 3, OptionalDouble.of(300), _ -> false);
        for (int i = 0; i < 26; i++) {
            assertThat(lens.height(i)).isEqualTo(HEIGHT / 26, within(1e-9));
        }
    }

    @Test
    void everyStudentOfALargeClassCanBePointedAt() {
        for (int count : new int[]{400, 1_000}) {
            boolean[] reached = new boolean[count];
            for (double y = 0; y < HEIGHT; y += 0.5) {
                RollLens lens = new RollLens(count, HEIGHT, 0, OptionalDouble.of(y), _ -> false);
                reached[lens.at(y)] = true;
                for (int near = -3; near <= 3; near++) {
                    int neighbour = lens.at(y) + near;
                    if (neighbour >= 0 && neighbour < count && lens.height(neighbour) >= 9) {
                        reached[neighbour] = true; // shown as a notch beside the pointer
                    }
                }
            }
            assertThat(reached).as("class of %d", count).doesNotContain(false);
        }
    }

    @Test
    void theCurrentStudentsNeighboursKeepTheirGauges() {
        RollLens lens = new RollLens(5_000, HEIGHT, 2_500, OptionalDouble.empty(), _ -> false);
        for (int i = 2_497; i <= 2_503; i++) {
            assertThat(lens.height(i)).isEqualTo(RollLens.NOTCH);
        }
        assertThat(lens.height(100)).isLessThan(1);
    }
}

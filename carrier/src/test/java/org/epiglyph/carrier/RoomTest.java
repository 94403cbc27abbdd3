package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;

/** Room on the disk for what is collected. */
class RoomTest {
    private static final Path SHELF = Path.of("shelf");

    @Test
    void refusesWhatDoesNotFitAndStatesBothSizes() {
        assertThatThrownBy(() -> Collecting.requireRoom(SHELF, 3_000_000, 12_500_000)).isInstanceOf(Problem.class)
                .hasMessageContainingAll("12.5 MB", "3.0 MB", "shelf");
    }

    @Test
    void storesWhatFitsExactlyOrWhenFreeSpaceIsUnknown() {
        assertThatCode(() -> Collecting.requireRoom(SHELF, 100, 100)).doesNotThrowAnyException();
        assertThatThrownBy(() -> Collecting.requireRoom(SHELF, 1, 2)).isInstanceOf(Problem.class);
        assertThatCode(() -> Collecting.requireRoom(SHELF, 0, 100)).doesNotThrowAnyException();
    }
}

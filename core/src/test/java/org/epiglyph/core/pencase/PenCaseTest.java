package org.epiglyph.core.pencase;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.junit.jupiter.api.Test;

class PenCaseTest {
    @Test
    void theFirstPenIsRed() {
        assertThat(PenCase.fresh().current()).isEqualTo(new Slot(Tool.PEN, Ink.MADDER, 1.6, Sign.TICK));
    }

    @Test
    void everyToolAndEverySignIsInTheFreshCase() {
        assertThat(PenCase.fresh().slots()).extracting(Slot::tool).contains(Tool.values());
        Set<Sign> signs = PenCase.fresh()
                .slots()
                .stream()
                .filter(s -> s.tool() == Tool.STAMP)
                .map(Slot::sign)
                .collect(Collectors.toSet());
        assertThat(signs).containsExactlyInAnyOrder(Sign.values());
    }

    @Test
    void changingTheToolInHandLeavesTheOthersAlone() {
        PenCase before = PenCase.fresh().holding(2);
        PenCase after = before.withCurrent(before.current().withInk(Ink.PLUM).withWidth(18));
        assertThat(after.current().ink()).isEqualTo(Ink.PLUM);
        assertThat(after.inHand()).isEqualTo(2);
        for (int i = 0; i < before.slots().size(); i++) {
            if (i != 2) {
                assertThat(after.slots().get(i)).isEqualTo(before.slots().get(i));
            }
        }
        assertThat(before.current().ink()).as("the case before is as it was").isEqualTo(Ink.OCHRE);
    }

    @Test
    void aCaseNeedsASlotAndAToolAWidth() {
        assertThatThrownBy(() -> new PenCase(List.of(), 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> PenCase.fresh().holding(99)).hasMessage("Slot 99 is not one of 13");
        assertThatThrownBy(() -> PenCase.fresh().current().withWidth(0)).hasMessageContaining("above 0 and up to 96");
    }
}

package org.epiglyph.core.pencase;

import java.util.Arrays;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.junit.jupiter.api.Test;

class PenCaseTest {
    @Test
    void aNewCaseHasTheUsualToolsWithKeysForTheFirstTen() {
        assertThat(PenCase.fresh().slots()).extracting(Slot::tool)
                .startsWith(Tool.PEN, Tool.HIGHLIGHTER, Tool.HIGHLIGHTER, Tool.NOTE, Tool.TEXT, Tool.STAMP)
                .contains(Tool.CORRECTION, Tool.BOX, Tool.BRACKET, Tool.ERASER, Tool.CHOOSE);
        assertThat(PenCase.fresh().find(Tool.ERASER)).isPresent();
        assertThat(PenCase.fresh().find(Tool.ELLIPSE)).as("not in the case as it comes").isEmpty();
    }

    @Test
    void addsMovesAndRemovesSlotsKeepingTheCurrentOne() {
        PenCase more = PenCase.fresh().holding(1).withAnother(Slot.stamp(Sign.SEEN, Ink.SLATE, 26));
        assertThat(more.slots()).hasSize(PenCase.fresh().slots().size() + 1);
        assertThat(more.current().face()).isEqualTo(Sign.SEEN);
        assertThat(more.moved(-10).slots().getFirst()).isEqualTo(more.current());
        assertThat(more.moved(1).current()).isEqualTo(more.current());
        assertThat(more.withoutCurrent().slots()).containsExactlyElementsOf(PenCase.fresh().slots());
        PenCase one = new PenCase(List.of(more.current()), 0);
        assertThat(one.withoutCurrent()).as("the last slot stays").isEqualTo(one);
    }

    @Test
    void aSlotHasAMeaningAndAnotherToolGetsASuitableWidth() {
        Slot pen = PenCase.fresh().current().withMeaning(" evidence ");
        assertThat(pen.meaning()).isEqualTo("evidence");
        assertThat(pen.withTool(Tool.STAMP).width()).isEqualTo(22);
        assertThat(pen.withTool(Tool.PEN)).isEqualTo(pen);
        assertThat(pen.withTool(Tool.TEXT).withGround(true).ground()).isTrue();
    }

    @Test
    void changingTheCurrentToolKeepsTheOthers() {
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
    void removingTheLastSlotSelectsThePreviousOne() {
        PenCase fresh = PenCase.fresh();
        int last = fresh.slots().size() - 1;
        assertThat(fresh.holding(last).withoutCurrent().inHand()).isEqualTo(last - 1);
        assertThat(fresh.holding(3).withoutCurrent().inHand()).isEqualTo(3);
        assertThat(fresh.holding(last - 1).moved(5).inHand()).isEqualTo(last);
        assertThat(fresh.holding(4).moved(-1).inHand()).isEqualTo(3);
    }

    @Test
    void shapesAreDrawnFromPointToPoint() {
        assertThat(Arrays.stream(Tool.values()).filter(Tool::isFigure)).containsExactly(Tool.BOX, Tool.ELLIPSE,
                Tool.LINE, Tool.ARROW, Tool.BRACKET);
    }

    @Test
    void changingAStampsFaceKeepsTheRestOfTheSlot() {
        Slot tick = Slot.stamp(Sign.TICK, Ink.MADDER, 30).withMeaning("evidence");
        assertThat(tick.withFace(Sign.CROSS)).returns(Sign.CROSS, Slot::face)
                .usingRecursiveComparison()
                .ignoringFields("face")
                .isEqualTo(tick);
    }
}

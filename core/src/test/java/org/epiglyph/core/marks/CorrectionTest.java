package org.epiglyph.core.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

class CorrectionTest {
    private static final PageBox WORDS = new PageBox(100, 200, 60, 12);

    private static Head head(String text) {
        return new Head("m", new PageRef("d", 0), Ink.MADDER, 0, Remark.of(text));
    }

    private static Correction struck(String newText) {
        return new Correction(head(newText), List.of(WORDS), "low water", Optional.empty(), 12);
    }

    @Test
    void isInsertionDeletionOrReplacementByItsContent() {
        assertThat(struck("").kind()).isEqualTo(Correction.Kind.DELETE);
        assertThat(struck("high water").replacing().kind()).isEqualTo(Correction.Kind.REPLACE);
        assertThat(struck("").movingTo(new PagePoint(20, 30)).kind()).isEqualTo(Correction.Kind.MOVE);
        assertThat(new Correction(head("not"), List.of(), "", Optional.of(new PagePoint(5, 5)), 12).kind())
                .isEqualTo(Correction.Kind.INSERT);
        assertThat(struck("x").replacing().deleting().kind()).isEqualTo(Correction.Kind.DELETE);
        assertThatThrownBy(() -> new Correction(head(""), List.of(), "", Optional.empty(), 12))
                .hasMessageContaining("words to strike or a place");
    }

    @Test
    void insertsTextAfterStruckWords() {
        PagePoint caret = struck("high water").replacing().caret().orElseThrow();
        assertThat(caret.x()).isCloseTo(WORDS.right(), within(1e-9));
        assertThat(caret.y()).isBetween(WORDS.top(), WORDS.bottom());
    }

    @Test
    void movedTextSaysItsDestination() {
        Correction moved = struck("").movingTo(new PagePoint(300, 210));
        assertThat(moved.remark().text()).isEqualTo("low water");
        assertThat(moved.movedBy(10, 0).caret().orElseThrow().x()).isEqualTo(310);
        assertThat(moved.movedBy(10, 0).struck()).isEqualTo(List.of(WORDS));
        assertThat(moved.touches(new PagePoint(130, 206), 1)).isTrue();
        assertThat(moved.touches(new PagePoint(300, 213), 2)).isTrue();
        assertThat(moved.touches(new PagePoint(220, 260), 2)).isFalse();
    }
}

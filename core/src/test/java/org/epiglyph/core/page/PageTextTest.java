package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class PageTextTest {
    private final PageText text = new PageText(
            List.of(word("the", 10, 0), word("range", 40, 0), word("is", 80, 0), word("3.9", 10, 1), word("m", 40, 1)));

    private static PageWord word(String text, double left, int line) {
        return new PageWord(text, new PageBox(left, 100 + line * 20, 25, 12), line);
    }

    @Test
    void aDragAcrossTwoLinesSelectsWholeWordsWithOneBoxPerLine() {
        PageText.Selection selection = text.between(new PagePoint(50, 105), new PagePoint(15, 126));
        assertThat(selection.text()).isEqualTo("range is 3.9");
        assertThat(selection.boxes()).containsExactly(new PageBox(40, 100, 65, 12), new PageBox(10, 120, 25, 12));
    }

    @Test
    void aBackwardDragSelectsTheSameWords() {
        assertThat(text.between(new PagePoint(15, 126), new PagePoint(50, 105)))
                .isEqualTo(text.between(new PagePoint(50, 105), new PagePoint(15, 126)));
    }

    @Test
    void selectsNothingFarFromAllWords() {
        assertThat(text.hasWordNear(new PagePoint(300, 300))).isFalse();
        assertThat(text.between(new PagePoint(300, 300), new PagePoint(320, 300)).isEmpty()).isTrue();
    }
}

package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class WordsOnPageTest {
    private final PageText page = page("The tide rises.", "It falls again at six. The range",
            "is 4.2 m at Saint-Malo, s\u00fcdlich.");

    private static PageText page(String... lines) {
        List<PageWord> words = new ArrayList<>();
        for (int n = 0; n < lines.length; n++) {
            double x = 40;
            for (String word : lines[n].split(" ")) {
                words.add(new PageWord(word, new PageBox(x, 100 + 20 * n, word.length() * 6, 12), n));
                x += word.length() * 6 + 5;
            }
        }
        return new PageText(words);
    }

    private PagePoint middle(int word) {
        return page.words().get(word).box().centre();
    }

    @Test
    void aDoublePressTakesTheWordAndATripleOneTheSentence() {
        assertThat(page.wordAt(middle(4)).text()).isEqualTo("falls");
        assertThat(page.sentenceAt(middle(4)).text()).isEqualTo("It falls again at six.");
        assertThat(page.sentenceAt(middle(9)).text()).as("over the line's end")
                .startsWith("The range is 4.2 m at")
                .endsWith("s\u00fcdlich.");
        assertThat(page.sentenceAt(new PagePoint(500, 500)).isEmpty()).isTrue();
    }

    @Test
    void fromAPlaceToTheEndAndFromTheBeginningMakeTheWhole() {
        assertThat(page.upTo(middle(2)).text()).isEqualTo("The tide rises.");
        assertThat(page.from(middle(8)).text()).startsWith("The range is");
        assertThat(page.all().boxes()).hasSize(3);
        assertThat(PageText.NONE.all().isEmpty()).isTrue();
    }

    @Test
    void wordsAreFoundOverLineEndsWithoutCaseAndSigns() {
        assertThat(page.find("range is")).singleElement()
                .satisfies(s -> assertThat(s.boxes()).hasSize(2));
        assertThat(page.find("  SUDLICH ")).singleElement()
                .satisfies(s -> assertThat(s.text()).isEqualTo("s\u00fcdlich."));
        assertThat(page.find("at")).hasSize(2);
        assertThat(page.find("the")).hasSize(2);
        assertThat(page.find("")).isEmpty();
        assertThat(page.find("moon")).isEmpty();
    }

    @Test
    void newWordsGoInBetweenTheTwoNearest() {
        PageBox tide = page.words().get(1).box();
        PageBox rises = page.words().get(2).box();
        PageText.Gap gap = page.gapNear(new PagePoint(rises.left() + 1, 106), 0).orElseThrow();
        assertThat(gap.foot().x()).isCloseTo((tide.right() + rises.left()) / 2, within(1e-9));
        assertThat(gap.size()).isEqualTo(12);
        PageText.Gap end = page.gapNear(new PagePoint(rises.right() + 4, 106), 0).orElseThrow();
        assertThat(end.foot().x()).as("behind the last word of the line").isEqualTo(rises.right());
        assertThat(page.gapNear(new PagePoint(400, 400), 0)).isEmpty();
    }

    @Test
    void onATurnedPageTheGapIsFoundAlongTheWords() {
        PageText turned = new PageText(page.words()
                .stream()
                .map(w -> new PageWord(w.text(), w.box().turnedAbout(new PagePoint(0, 0), 90), w.line()))
                .toList());
        PagePoint upright = page.gapNear(middle(1).movedBy(6, 0), 0).orElseThrow().foot();
        PagePoint found = turned.gapNear(middle(1).movedBy(6, 0).turnedAbout(new PagePoint(0, 0), 90), 90)
                .orElseThrow()
                .foot();
        assertThat(found.distanceTo(upright.turnedAbout(new PagePoint(0, 0), 90))).isLessThan(1e-6);
    }
}

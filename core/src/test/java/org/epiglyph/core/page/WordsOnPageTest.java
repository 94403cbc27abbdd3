package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.IntStream;
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
    void aDoubleClickSelectsTheWordAndATripleClickTheSentence() {
        assertThat(page.wordAt(middle(4)).text()).isEqualTo("falls");
        assertThat(page.sentenceAt(middle(4)).text()).isEqualTo("It falls again at six.");
        assertThat(page.sentenceAt(middle(9)).text()).as("over the line's end")
                .startsWith("The range is 4.2 m at")
                .endsWith("s\u00fcdlich.");
        assertThat(page.sentenceAt(new PagePoint(500, 500)).isEmpty()).isTrue();
    }

    @Test
    void findsTheGapAlongTheWordsOfARotatedPage() {
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

    @Test
    void aPlaceWithin12PointsBelongsToAWord() {
        PageBox first = page.words().getFirst().box();
        assertThat(page.wordAt(new PagePoint(first.left() - 12, first.top())).text()).isEqualTo("The");
        assertThat(page.wordAt(new PagePoint(first.left() - 12.1, first.top())).isEmpty()).isTrue();
        assertThat(page.wordAt(new PagePoint(first.left(), first.top() - 12.1)).isEmpty()).isTrue();
        assertThat(page.hasWordNear(new PagePoint(first.left() - 12, first.top()))).isTrue();
        assertThat(page.hasWordNear(new PagePoint(first.left() - 12.1, first.top()))).isFalse();
        assertThat(page.upTo(middle(0)).text()).isEqualTo("The");
        assertThat(page.upTo(new PagePoint(500, 500)).isEmpty()).isTrue();
        assertThat(page.from(new PagePoint(500, 500)).isEmpty()).isTrue();
        assertThat(page.from(middle(0))).isEqualTo(page.all());
        assertThat(page.between(middle(0), new PagePoint(500, 500)).isEmpty()).isTrue();
        assertThat(page.between(new PagePoint(500, 500), middle(0)).isEmpty()).isTrue();
        assertThat(page.between(middle(2), middle(0)).text()).isEqualTo("The tide rises.");
    }

    @Test
    void theFirstAndLastSentenceEndWithThePage() {
        assertThat(page.sentenceAt(middle(0)).text()).isEqualTo("The tide rises.");
        assertThat(page.sentenceAt(middle(page.words().size() - 1)).text()).endsWith("s\u00fcdlich.");
        PageText open = new PageText(page.words().subList(3, 5));
        assertThat(open.sentenceAt(middle(4)).text()).as("without a full stop").isEqualTo("It falls");
    }

    @Test
    void thereIsAGapBeforeTheFirstWordOfALine() {
        PageBox first = page.words().getFirst().box();
        PageText.Gap gap = page.gapNear(new PagePoint(first.left() + 1, 106), 0).orElseThrow();
        assertThat(gap.foot().x()).isEqualTo(first.left());
        assertThat(gap.foot().y()).as("at the foot of the letters").isCloseTo(100 + 12 * 0.85, within(1e-9));
        int second = IntStream.range(0, page.words().size())
                .filter(i -> page.words().get(i).line() == 1)
                .findFirst()
                .orElseThrow();
        PageBox start = page.words().get(second).box();
        assertThat(page.gapNear(new PagePoint(start.left() + 1, 126), 0).orElseThrow().foot().x())
                .as("not between two lines")
                .isEqualTo(start.left());
        PageBox end = page.words().get(second - 1).box();
        assertThat(page.gapNear(new PagePoint(end.right() - 1, 106), 0).orElseThrow().foot().x())
                .isEqualTo(end.right());
        PageBox tide = page.words().get(1).box();
        PageText.Gap before = page.gapNear(new PagePoint(tide.left() + 1, 106), 0).orElseThrow();
        assertThat(before.foot().x()).isCloseTo((first.right() + tide.left()) / 2, within(1e-9));
        PageText.Gap behind = page.gapNear(new PagePoint(tide.right() - 1, 106), 0).orElseThrow();
        assertThat(behind.foot().x()).isCloseTo((tide.right() + page.words().get(2).box().left()) / 2, within(1e-9));
    }

    @Test
    void consecutiveMatchesDoNotOverlap() {
        assertThat(page("na na na na").find("na na")).extracting(PageText.Selection::text)
                .containsExactly("na na", "na na");
        assertThat(page("aaaa").find("aa")).hasSize(2);
    }

    private static PageText page(String line) {
        List<PageWord> words = new ArrayList<>();
        for (String word : line.split(" ")) {
            words.add(new PageWord(word, new PageBox(40 + 30 * words.size(), 100, 20, 12), 0));
        }
        return new PageText(words);
    }
}

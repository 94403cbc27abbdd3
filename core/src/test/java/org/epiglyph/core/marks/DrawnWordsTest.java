package org.epiglyph.core.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.epiglyph.core.marks.DrawnMarksTest.AT;
import static org.epiglyph.core.marks.DrawnMarksTest.head;
import static org.epiglyph.core.marks.DrawnMarksTest.last;
import static org.epiglyph.core.marks.DrawnMarksTest.lines;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.junit.jupiter.api.Test;

/** Marks that follow words, and typed words: where their lines and letters are. */
class DrawnWordsTest {
    private static Correction correction(int turn, double size) {
        return new Correction(head(turn), List.of(new PageBox(100, 200, 60, 12)), "low", Optional.of(AT), size);
    }

    @Test
    void aCaretOpensBelowItsPlaceOnAnyRotatedPage() {
        for (int turn : new int[]{0, 90, 180, 270}) {
            InkPath caret = correction(turn, 12).caretPath().orElseThrow();
            assertThat(caret.curves().getFirst().end().distanceTo(AT)).isLessThan(1e-9);
            assertThat(caret.start().distanceTo(AT.movedBy(-3.6, 6).turnedAbout(AT, turn))).isLessThan(1e-9);
            assertThat(last(caret).distanceTo(AT.movedBy(3.6, 6).turnedAbout(AT, turn))).isLessThan(1e-9);
        }
        PageBox caret = correction(0, 12).caretBounds();
        double half = 12.0 / 11 / 2;
        assertThat(caret.left()).isCloseTo(200 - 3.6 - half, within(1e-9));
        assertThat(caret.bottom()).isCloseTo(306 + half, within(1e-9));
        PageBox all = correction(0, 12).bounds();
        assertThat(all.left()).isCloseTo(100 - half, within(1e-9));
        assertThat(all.bottom()).isCloseTo(306 + half, within(1e-9));
    }

    @Test
    void aStrikeOutSuitsTheSizeOfItsWords() {
        assertThat(correction(0, 12).drawing()).hasSize(2);
        assertThat(correction(0, 22).strike().width()).isEqualTo(2);
        assertThat(correction(0, 4).strike().width()).as("never thinner").isEqualTo(0.6);
        assertThat(correction(0, 90).strike().width()).as("never broader").isEqualTo(2.4);
        Correction insert = new Correction(head(0), List.of(), "", Optional.of(AT), 12);
        assertThat(insert.drawing()).hasSize(1);
        List<PageBox> words = List.of(new PageBox(0, 0, 60, 12), new PageBox(0, 20, 15, 90));
        assertThat(Correction.striking(head(0), words, "x").size()).isEqualTo(15);
        Correction struck = Correction.striking(head(0), words, "x");
        assertThat(struck.caretBounds()).as("without a caret, the words").isEqualTo(struck.bounds());
        assertThat(struck.touches(new PagePoint(30, 6), 0)).isTrue();
        assertThat(struck.touches(new PagePoint(30, 40), 1)).isFalse();
    }

    @Test
    void aTextLineIsAtAFractionOfTheWordsHeight() {
        PageBox word = new PageBox(100, 200, 60, 20);
        InkPath under = lines(new TextMarkup(head(0), List.of(word), "w", TextMarkup.Style.UNDERLINE)).paths()
                .getFirst();
        assertThat(under.start().distanceTo(new PagePoint(100, 219.2))).isLessThan(1e-9);
        assertThat(last(under).distanceTo(new PagePoint(160, 219.2))).isLessThan(1e-9);
        InkPath strike = lines(new TextMarkup(head(0), List.of(word), "w", TextMarkup.Style.STRIKE_OUT)).paths()
                .getFirst();
        assertThat(strike.start().y()).isCloseTo(211.6, within(1e-9));
        InkPath turned = lines(new TextMarkup(head(90), List.of(new PageBox(100, 200, 20, 60)), "w",
                TextMarkup.Style.UNDERLINE)).paths().getFirst();
        assertThat(turned.start().distanceTo(new PagePoint(100.8, 200))).as("text that runs downwards")
                .isLessThan(1e-9);
        assertThat(last(turned).distanceTo(new PagePoint(100.8, 260))).isLessThan(1e-9);
    }

    @Test
    void aWavyLineHasAPeriodOfFourPoints() {
        InkPath wave = lines(new TextMarkup(head(0), List.of(new PageBox(100, 200, 42, 20)), "w",
                TextMarkup.Style.WAVY_UNDERLINE)).paths().getFirst();
        assertThat(wave.curves()).as("10.5 waves").hasSize(11);
        double step = 42.0 / 11;
        PagePoint from = wave.start();
        assertThat(from.distanceTo(new PagePoint(100, 219.2))).isLessThan(1e-9);
        for (int i = 0; i < 11; i++) {
            Cubic one = wave.curves().get(i);
            assertThat(one.end().distanceTo(new PagePoint(100 + (i + 1) * step, 219.2))).isLessThan(1e-9);
            assertThat(one.first().distanceTo(from.movedBy(step / 3, -step / 3))).isLessThan(1e-9);
            assertThat(one.second().distanceTo(from.movedBy(2 * step / 3, step / 3))).isLessThan(1e-9);
            from = one.end();
        }
        assertThat(lines(new TextMarkup(head(0), List.of(new PageBox(0, 0, 1, 20)), "w",
                TextMarkup.Style.WAVY_UNDERLINE)).paths().getFirst().curves()).hasSize(1);
    }

    @Test
    void aTextLinesWidthFollowsItsLowestWord() {
        List<PageBox> words = List.of(new PageBox(0, 0, 90, 22), new PageBox(0, 30, 90, 11));
        TextMarkup under = new TextMarkup(head(0), words, "w", TextMarkup.Style.UNDERLINE);
        assertThat(lines(under).width()).isEqualTo(1);
        assertThat(lines(new TextMarkup(head(90), words, "w", TextMarkup.Style.UNDERLINE)).width())
                .as("on a turned page the words are as high as their boxes are wide")
                .isEqualTo(2.4);
        assertThat(under.bounds()).isEqualTo(new PageBox(-2, -2, 94, 45));
        TextMarkup wash = under.withStyle(TextMarkup.Style.HIGHLIGHT);
        assertThat(wash.bounds()).isEqualTo(new PageBox(0, 0, 90, 41));
        assertThat(wash.drawing()).containsExactly(new Drawn.Wash(words));
        assertThat(wash.withStyle(TextMarkup.Style.UNDERLINE)).isEqualTo(under);
    }

    // --- typed text

    @Test
    void typedTextGrowsWithItsLongestLineAndNeverShrinks() {
        TypedText text = new TypedText(head(0), AT, "four", 10, 40);
        assertThat(text.withText(_ -> "fourteen").width()).isEqualTo(80);
        assertThat(text.withText(_ -> "fo").width()).isEqualTo(40);
        assertThat(text.withText(_ -> "one\nfourteen").width()).isEqualTo(80);
        assertThat(text.movedBy(3, 4).at()).isEqualTo(AT.movedBy(3, 4));
        assertThat(text.weight()).isEqualTo(10);
        TypedText scaled = text.scaledAbout(new PagePoint(100, 200), 2);
        assertThat(scaled.at()).isEqualTo(new PagePoint(300, 400));
        assertThat(scaled.size()).isEqualTo(20);
        assertThat(scaled.width()).isEqualTo(80);
    }

    @Test
    void typedTextIsOnItsBaselineAndIsHitInItsBox() {
        TypedText text = new TypedText(head(90), AT, "one\ntwo", 10, 40);
        Drawn.Text drawn = (Drawn.Text) text.drawing().getLast();
        assertThat(drawn.at().distanceTo(new PagePoint(190, 300))).as("ten points below, on a turned page")
                .isLessThan(1e-9);
        assertThat(drawn.turn()).isEqualTo(90);
        TypedText level = new TypedText(head(0), AT, "one\ntwo", 10, 40);
        assertThat(level.touches(new PagePoint(239, 325), 0)).isTrue();
        assertThat(level.touches(new PagePoint(239, 327), 0)).isFalse();
        assertThat(level.touches(new PagePoint(239, 327), 2)).isTrue();
        assertThat(level.withGround(true).bounds()).isEqualTo(new PageBox(197, 297, 46, 32));
    }
}

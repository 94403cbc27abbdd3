package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ReadingOrderTest {
    private final List<PageWord> words = new ArrayList<>();

    private void line(double left, double top, String... texts) {
        double x = left;
        for (String text : texts) {
            words.add(new PageWord(text, new PageBox(x, top, text.length() * 6, 10), 0));
            x += text.length() * 6 + 4;
        }
    }

    private List<String> read() {
        Collections.shuffle(words, new Random(7));
        return ReadingOrder.of(words).stream().map(PageWord::text).toList();
    }

    private static String[] row(String mark, int line) {
        String[] row = new String[5];
        for (int i = 0; i < row.length; i++) {
            row[i] = mark + line + "w" + i;
        }
        return row;
    }

    @Test
    void readsColumnsOneByOneBelowASharedHeading() {
        line(40, 20, "A", "heading", "that", "runs", "over", "both", "columns", "of", "the", "page");
        for (int i = 0; i < 6; i++) {
            line(40, 60 + 14 * i, row("a", i));
            line(300, 60 + 14 * i, row("b", i));
        }
        List<String> read = read();
        assertThat(read.subList(0, 2)).containsExactly("A", "heading");
        assertThat(read.indexOf("a5w4")).isLessThan(read.indexOf("b0w0"));
        assertThat(read.indexOf("b0w0")).isLessThan(read.indexOf("b5w4"));
    }

    @Test
    void readsATableRowByRow() {
        for (int i = 0; i < 6; i++) {
            line(40, 60 + 14 * i, "Time" + i);
            line(200, 60 + 14 * i, "height" + i);
            line(320, 60 + 14 * i, "range" + i);
        }
        assertThat(read().subList(0, 6)).containsExactly("Time0", "height0", "range0", "Time1", "height1", "range1");
    }

    @Test
    void aSuperscriptStaysInItsLine() {
        line(40, 60, "rule", "of", "twelfths");
        words.add(new PageWord("2", new PageBox(160, 57, 4, 6), 0));
        line(40, 80, "next", "line");
        assertThat(ReadingOrder.of(words)).extracting(PageWord::line).containsExactly(0, 0, 0, 0, 1, 1);
    }

    @Property(tries = 100)
    void losesAndRepeatsNoWordAndNeverGoesBack(@ForAll long seed) {
        Random random = new Random(seed);
        List<PageWord> any = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            any.add(new PageWord("w" + i, new PageBox(random.nextInt(500), random.nextInt(700), 30, 10), 0));
        }
        List<PageWord> read = ReadingOrder.of(any);
        assertThat(read).extracting(PageWord::text)
                .containsExactlyInAnyOrderElementsOf(any.stream().map(PageWord::text).toList());
        for (int i = 1; i < read.size(); i++) {
            assertThat(read.get(i).line()).isBetween(read.get(i - 1).line(), read.get(i - 1).line() + 1);
        }
    }
}

package org.epiglyph.core.spoken;

import org.epiglyph.core.ink.InkPath;
import java.util.List;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

class SpokenSignTest {
    private static final double LINE = 1.3;

    private static Note note(double x, double y) {
        return new Note(new Head("m", new PageRef("d", 0), Ink.PLUM, 0, Remark.NONE), new PagePoint(x, y));
    }

    private static PageGeometry page(int quarters) {
        return new PageGeometry(30, -20, 500, 700, 90 * quarters, 1);
    }

    /** Wherever the mark is, even beyond the edge, and however the page is rotated. */
    @Property(tries = 300)
    void liesUprightOnThePageAsShown(@ForAll @IntRange(max = 3) int quarters,
            @ForAll @DoubleRange(min = -40, max = 540) double x, @ForAll @DoubleRange(min = -40, max = 740) double y,
            @ForAll @IntRange(max = 4) int beside) {
        PageGeometry page = page(quarters);
        SpokenSign sign = SpokenSign.of(page, note(x, y), beside);
        PageBox shown = page.toShown(sign.box());
        assertThat(shown.left()).isGreaterThanOrEqualTo(0);
        assertThat(shown.top()).isGreaterThanOrEqualTo(0);
        assertThat(shown.right()).isLessThanOrEqualTo(page.shownWidth());
        assertThat(shown.bottom()).isLessThanOrEqualTo(page.shownHeight());
        assertThat(shown.width()).as("wider than it is high, as shown").isGreaterThan(shown.height());
        Drawn.Lines lines = (Drawn.Lines) sign.drawing().getFirst();
        assertThat(lines.paths()).hasSize(5).allSatisfy(p -> {
            PagePoint from = page.toShown(p.start());
            PagePoint to = page.toShown(p.curves().getLast().end());
            assertThat(from.x()).as("upright").isCloseTo(to.x(), within(1e-6));
            assertThat(sign.box().expandedBy(LINE).contains(p.start())).isTrue();
        });
    }

    @Test
    void signsOfOneMarkStandSideBySide() {
        PageGeometry page = page(0);
        PageBox first = SpokenSign.of(page, note(200, 300), 0).box();
        PageBox second = SpokenSign.of(page, note(200, 300), 1).box();
        assertThat(first.overlaps(note(200, 300).bounds())).isFalse();
        assertThat(first.overlaps(second)).isFalse();
        assertThat(second.left()).isGreaterThan(first.right());
    }

    @Test
    void scalesItsBarsToTheTallest() {
        SpokenSign sign = SpokenSign.of(page(0), note(200, 300), 0);
        List<InkPath> paths = ((Drawn.Lines) sign.drawing().getFirst()).paths();
        PageBox box = sign.box();
        double[] shares = {0.25, 0.7, 1, 0.45, 0.8};
        for (int i = 0; i < 5; i++) {
            PageBox line = PageBox.between(paths.get(i).start(), paths.get(i).curves().getLast().end());
            assertThat(line.left()).isCloseTo(box.left() + LINE / 2 + i * (box.width() - LINE) / 4, within(1e-9));
            assertThat((line.top() + line.bottom()) / 2).isCloseTo((box.top() + box.bottom()) / 2, within(1e-9));
            assertThat(line.height()).isCloseTo(shares[i] * (box.height() - LINE), within(1e-9));
        }
    }
}

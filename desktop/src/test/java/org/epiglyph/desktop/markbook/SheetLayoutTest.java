package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.markbook.Column;
import org.junit.jupiter.api.Test;

/** Layout of the sheet. */
class SheetLayoutTest {
    private static List<Column> columns(int count) {
        return IntStream.range(0, count).<Column>mapToObj(i -> new Column.OfCriterion("c" + i)).toList();
    }

    @Property(tries = 200)
    void revealsACellWhereThePointerFindsIt(@ForAll @IntRange(min = 1, max = 5000) int rows,
            @ForAll @IntRange(min = 1, max = 60) int columns, @ForAll @IntRange(min = 400, max = 2000) int width,
            @ForAll @IntRange(min = 300, max = 1200) int height, @ForAll @IntRange(max = 4999) int row,
            @ForAll @IntRange(max = 59) int column) {
        SheetLayout layout = new SheetLayout(columns(columns), rows, width, height, _ -> 0);
        int atRow = row % rows;
        int atColumn = column % columns;
        layout.reveal(atRow, atColumn);
        double x = layout.left(atColumn) + layout.width(atColumn) / 2;
        double y = layout.top(atRow) + SheetLayout.ROW / 2;
        assertThat(layout.rowAt(y)).isEqualTo(Optional.of(atRow));
        assertThat(layout.columnAt(x)).isEqualTo(Optional.of(atColumn));
        assertThat(atRow).isBetween(layout.firstRow(), layout.afterLastRow() - 1);
        assertThat(layout.isInSight(atColumn)).isTrue();
        assertThat(layout.isWhole(atRow, atColumn)).isTrue();
    }

    @Test
    void stopsScrollingAtTheEnd() {
        SheetLayout layout = new SheetLayout(columns(40), 5000, 1000, 700, _ -> 0);
        layout.scrollTo(1e9, 1e9);
        assertThat(layout.afterLastRow()).isEqualTo(5000);
        assertThat(layout.left(39) + layout.width(39)).isEqualTo(1000);
        layout.scrollTo(-5, -5);
        assertThat(layout.firstRow()).isZero();
        assertThat(layout.rowAt(SheetLayout.HEAD - 1)).isEmpty();
        assertThat(layout.columnAt(10)).isEmpty();
    }

    @Test
    void anEmptyClassHasNoRows() {
        SheetLayout layout = new SheetLayout(columns(3), 0, 800, 600, _ -> 0);
        assertThat(layout.rowAt(SheetLayout.HEAD + 5)).isEmpty();
        assertThat(layout.foot()).isEqualTo(SheetLayout.HEAD);
        assertThat(layout.afterLastRow()).isZero();
    }

    @Test
    void aScoreColumnFitsItsLongestTextWithinLimits() {
        List<Column> columns = List.of(new Column.OfCriterion("short"), new Column.OfCriterion("long"),
                new Column.OfSection("endless"), Column.Fact.KEY);
        SheetLayout layout = new SheetLayout(columns, 1, 1000, 700, c -> switch (c) {
            case Column.OfCriterion(String id) when id.equals("long") -> 93;
            case Column.OfSection _ -> 900;
            case Column.Fact _ -> throw new AssertionError("has a width of its own");
            default -> 20;
        });
        assertThat(IntStream.range(0, 4).mapToDouble(layout::width)).containsExactly(76.0, 93.0, 124.0, 104.0);
        assertThat(layout.columnAt(layout.left(1) + 92)).hasValue(1);
    }
}

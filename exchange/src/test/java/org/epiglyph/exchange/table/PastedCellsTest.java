package org.epiglyph.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Cells from the clipboard, in the formats of spreadsheet programs (common practice, no source). */
class PastedCellsTest {
    @Test
    void readsRowsAndCellsWithAnyLineEnding() {
        List<List<String>> cells = List.of(List.of("a", "", "b c"), List.of("1", "2", ""));
        assertThat(PastedCells.read("a\t\tb c\n1\t2\t\n")).isEqualTo(cells);
        assertThat(PastedCells.read("a\t\tb c\r\n1\t2\t\r\n")).isEqualTo(cells);
        assertThat(PastedCells.read("a\t\tb c\n1\t2\t")).isEqualTo(cells);
        assertThat(PastedCells.read("7")).isEqualTo(List.of(List.of("7")));
    }

    @Test
    void keepsAnEmptyRowInTheMiddle() {
        assertThat(PastedCells.read("1\n\n3\n")).hasSize(3).last().isEqualTo(List.of("3"));
    }

    @Test
    void quotedCellsMayContainTabsAndLineBreaks() {
        assertThat(PastedCells.read("\"two\nlines\"\t\"a \"\"b\"\"\"\n"))
                .isEqualTo(List.of(List.of("two\nlines", "a \"b\"")));
        assertThat(PastedCells.read("5\"\t6\n")).isEqualTo(List.of(List.of("5\"", "6")));
        assertThat(PastedCells.read("\"open\t6\n7\t8")).hasSizeBetween(1, 2);
    }
}

package org.epiglyph.exchange.table;

import java.util.List;

/** One table of a file: separated values, a worksheet, or rows of a scheme. */
public sealed interface Table permits CsvTable, Worksheet, CellTable {
    /** The worksheet's name; empty for separated values. */
    String name();

    /** Number of rows, including headings and empty ones. */
    int rowCount();

    /** The row's values as shown, without quotes. */
    List<String> row(int index);

    /** The value of a cell as shown; empty if the row is shorter. */
    default String value(Place place) {
        List<String> row = row(place.row());
        return place.column() < row.size() ? row.get(place.column()) : "";
    }

    /** True if decimals are written with a comma. */
    boolean hasDecimalComma();
}

package org.epiglyph.exchange.sheet;

import java.util.List;
import java.util.Map;

/**
 * Rows of cells under the headings of a scheme.
 *
 * @param rows each a map from heading to cell
 */
record CellTable(List<Map<String, String>> rows) implements Table {
    @Override
    public String name() {
        return "";
    }

    @Override
    public int rowCount() {
        return rows.size() + 1;
    }

    @Override
    public List<String> row(int index) {
        return index == 0
                ? SchemeRows.HEADINGS
                : SchemeRows.HEADINGS.stream().map(h -> rows.get(index - 1).getOrDefault(h, "")).toList();
    }

    @Override
    public String value(Place place) {
        return row(place.row()).get(place.column());
    }

    @Override
    public boolean hasDecimalComma() {
        return false;
    }
}

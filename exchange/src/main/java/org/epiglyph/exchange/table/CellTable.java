package org.epiglyph.exchange.table;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Rows of cells under headings.
 *
 * @param rows each a map from heading to cell
 */
public record CellTable(List<String> headings, List<Map<String, String>> rows) implements Table {
    /**
     * The non-empty cells.
     *
     * @param pairs heading and cell alternately
     */
    public static Map<String, String> cells(String... pairs) {
        Map<String, String> cells = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            if (!pairs[i + 1].isEmpty()) {
                cells.put(pairs[i], pairs[i + 1]);
            }
        }
        return cells;
    }

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
                ? headings
                : headings.stream().map(h -> rows.get(index - 1).getOrDefault(h, "")).toList();
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

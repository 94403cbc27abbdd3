package org.epiglyph.exchange.table;

/**
 * A cell's place in a table.
 *
 * @param row    from 0
 * @param column from 0
 */
public record Place(int row, int column) implements Comparable<Place> {
    @Override
    public int compareTo(Place other) {
        return row != other.row ? Integer.compare(row, other.row) : Integer.compare(column, other.column);
    }
}

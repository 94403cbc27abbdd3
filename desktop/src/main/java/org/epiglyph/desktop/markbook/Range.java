package org.epiglyph.desktop.markbook;

/**
 * The selected cells: a rectangle from where the selection began to the cursor.
 *
 * @param row          the cursor's
 * @param column       the cursor's
 * @param anchorRow    where the selection began
 * @param anchorColumn where the selection began
 */
record Range(int row, int column, int anchorRow, int anchorColumn) {
    static Range at(int row, int column) {
        return new Range(row, column, row, column);
    }

    /** The same anchor, with the cursor elsewhere. */
    Range to(int otherRow, int otherColumn) {
        return new Range(otherRow, otherColumn, anchorRow, anchorColumn);
    }

    /** Limited to a sheet of a number of rows and columns; each at least one. */
    Range within(int rows, int columns) {
        return new Range(Math.clamp(row, 0, rows - 1), Math.clamp(column, 0, columns - 1),
                Math.clamp(anchorRow, 0, rows - 1), Math.clamp(anchorColumn, 0, columns - 1));
    }

    int top() {
        return Math.min(row, anchorRow);
    }

    int bottom() {
        return Math.max(row, anchorRow);
    }

    int left() {
        return Math.min(column, anchorColumn);
    }

    int right() {
        return Math.max(column, anchorColumn);
    }

    boolean isSingle() {
        return row == anchorRow && column == anchorColumn;
    }

    boolean has(int otherRow, int otherColumn) {
        return otherRow >= top() && otherRow <= bottom() && otherColumn >= left() && otherColumn <= right();
    }
}

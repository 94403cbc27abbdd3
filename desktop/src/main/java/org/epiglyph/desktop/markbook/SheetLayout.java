package org.epiglyph.desktop.markbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;

/**
 * The positions of everything on the sheet, in px from its top left: the names on the left and the headings and
 * statistics stay, the rest scrolls beneath them. Without nodes.
 */
final class SheetLayout {
    static final double NAMES = 224;
    static final double ROW = 28;
    static final double BAND = 22;
    static final double HEAD = 96;
    static final double FOOT = 78;
    private static final double SCORE = 76;
    private static final double WIDEST_SCORE = 124;
    private final List<Column> columns;
    private final int rows;
    private final double[] lefts;
    private final double width;
    private final double height;
    private double scrollX;
    private double scrollY;

    /**
     * @param width    the available width
     * @param height   the available height
     * @param headings the width that the widest word above a column of scores needs
     */
    SheetLayout(List<Column> columns, int rows, double width, double height, ToDoubleFunction<Column> headings) {
        this.columns = columns;
        this.rows = rows;
        this.width = width;
        this.height = height;
        lefts = new double[columns.size() + 1];
        for (int i = 0; i < columns.size(); i++) {
            lefts[i + 1] = lefts[i] + width(columns.get(i), headings);
        }
    }

    private static double width(Column column, ToDoubleFunction<Column> headings) {
        return switch (column) {
            case Column.OfCriterion _,Column.OfSection _,Column.Drawn _ ->
                Math.clamp(headings.applyAsDouble(column), SCORE, WIDEST_SCORE);
            case Column.Fact fact -> switch (fact) {
                case KEY -> 104;
                case SECTION -> 84;
                case STATE, RECEIVED, HANDED_BACK -> 120;
                case LATENESS -> 132;
                default -> 80;
            };
        };
    }

    /** Scrolls within the limits of the content. */
    void scrollTo(double x, double y) {
        scrollX = Math.clamp(x, 0, mostX());
        scrollY = Math.clamp(y, 0, mostY());
    }

    double scrollX() {
        return scrollX;
    }

    double scrollY() {
        return scrollY;
    }

    double mostX() {
        return Math.max(0, lefts[columns.size()] - (width - NAMES));
    }

    double mostY() {
        return Math.max(0, rows * ROW - bodyHeight());
    }

    /** The height of the visible rows. */
    double bodyHeight() {
        return Math.max(ROW, height - HEAD - FOOT);
    }

    /** Where the statistics begin: under the last row, or at the lower edge. */
    double foot() {
        return HEAD + Math.min(rows * ROW, bodyHeight());
    }

    double left(int column) {
        return NAMES + lefts[column] - scrollX;
    }

    double width(int column) {
        return lefts[column + 1] - lefts[column];
    }

    /** Where the last column ends, or the sheet. */
    double right() {
        return Math.min(width, NAMES + lefts[columns.size()] - scrollX);
    }

    double top(int row) {
        return HEAD + row * ROW - scrollY;
    }

    int firstRow() {
        return (int) (scrollY / ROW);
    }

    /** The row after the last visible one. */
    int afterLastRow() {
        return (int) Math.min(rows, Math.ceil((scrollY + bodyHeight()) / ROW));
    }

    boolean isInSight(int column) {
        return left(column) + width(column) > NAMES && left(column) < width;
    }

    /** The row at a height; empty above the first and below the last. */
    Optional<Integer> rowAt(double y) {
        int row = (int) Math.floor((y - HEAD + scrollY) / ROW);
        return y < HEAD || y >= foot() || row >= rows ? Optional.empty() : Optional.of(row);
    }

    /** The column at a distance from the left; empty over the names and beyond the last. */
    Optional<Integer> columnAt(double x) {
        if (x < NAMES) {
            return Optional.empty();
        }
        for (int i = 0; i < columns.size(); i++) {
            if (x < left(i) + width(i)) {
                return Optional.of(i);
            }
        }
        return Optional.empty();
    }

    /** True if all of a cell is visible. */
    boolean isWhole(int row, int column) {
        return left(column) >= NAMES && left(column) + width(column) <= width && top(row) >= HEAD
                && top(row) + ROW <= HEAD + bodyHeight();
    }

    /** Scrolls until a cell is visible. */
    void reveal(int row, int column) {
        double y = row * ROW;
        double x = lefts[column];
        double room = Math.max(width(column), width - NAMES);
        scrollTo(Math.max(Math.min(scrollX, x), x + width(column) - room),
                Math.max(Math.min(scrollY, y), y + ROW - bodyHeight()));
    }

    /**
     * Adjacent columns of one section of the scheme.
     *
     * @param section its id
     * @param from    its first column
     * @param to      its last column
     */
    record Span(String section, int from, int to) {}

    /** The sections of a scheme that have columns, from left to right. */
    List<Span> spans(MarkScheme scheme) {
        List<Span> spans = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
            String section = section(columns.get(i), scheme);
            if (section.isEmpty()) {
                continue;
            }
            if (!spans.isEmpty() && spans.getLast().section.equals(section)) {
                spans.set(spans.size() - 1, new Span(section, spans.getLast().from, i));
            } else {
                spans.add(new Span(section, i, i));
            }
        }
        return spans;
    }

    /** The section of the scheme that a column belongs to; empty for none. */
    static String section(Column column, MarkScheme scheme) {
        return switch (column) {
            case Column.OfCriterion(String id) -> scheme.findCriterion(id).map(Criterion::section).orElse("");
            case Column.OfSection(String id) -> id;
            case Column.Fact _,Column.Drawn _ -> "";
        };
    }
}

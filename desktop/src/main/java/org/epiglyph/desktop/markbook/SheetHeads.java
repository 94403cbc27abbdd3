package org.epiglyph.desktop.markbook;

import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.desktop.frame.UiText;

/**
 * The headings of the sheet under the pointer: a click sorts by a column, or folds a section, and the pointer shows
 * which beforehand.
 */
final class SheetHeads {
    private final BookModel model;
    private final Tooltip tip = new Tooltip();

    SheetHeads(BookModel model) {
        this.model = model;
    }

    /** Over the names it sorts by the roster. */
    void click(double x, double y, SheetLayout layout) {
        Optional<Column> column = layout.columnAt(x).map(model.columns()::get);
        Optional<String> section = column.map(this::section).filter(s -> y < SheetLayout.BAND && !s.isEmpty());
        if (section.isPresent()) {
            model.fold(section.get());
        } else {
            column.ifPresentOrElse(this::order, () -> model.orderBy(Order.ROSTER));
        }
    }

    /** By this column first: figures from the highest, text from the first. */
    void order(Column column) {
        model.orderBy(model.order().first(column, column.maximum(model.batch()).isPresent()));
    }

    private String section(Column column) {
        return SheetLayout.section(column, model.batch().scheme());
    }

    /**
     * Shows what a click would do.
     *
     * @param on the node under the pointer
     */
    void point(Node on, double x, double y, SheetLayout layout) {
        Optional<Column> column = y < SheetLayout.HEAD
                ? layout.columnAt(x).map(model.columns()::get)
                : Optional.empty();
        if (column.isEmpty()) {
            Tooltip.uninstall(on, tip);
            return;
        }
        MarkScheme scheme = model.batch().scheme();
        boolean band = y < SheetLayout.BAND && !section(column.get()).isEmpty();
        tip.setText(band
                ? UiText.of("MarkBook.foldTip")
                : UiText.of("MarkBook.headTip", SheetPainter.heading(column.get(), scheme)));
        Tooltip.install(on, tip);
    }
}

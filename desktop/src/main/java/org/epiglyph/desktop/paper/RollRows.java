package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;

/** The rows of a roll: pages, and text in place of one. */
final class RollRows {
    private static final double DIVIDER = 36;
    private final List<Row> rows = new ArrayList<>();
    private final Map<PageRef, Integer> rowOf = new HashMap<>();
    private final List<PageRef> pages;

    /**
     * @param page null for text
     * @param text null for a page
     */
    record Row(PageRef page, PageGeometry geometry, int turn, Region text) {
        private static Row of(Region region) {
            return new Row(null, null, 0, region);
        }

        boolean isPage() {
            return page != null;
        }
    }

    RollRows(List<Piece> pieces) {
        for (Piece piece : pieces) {
            switch (piece) {
                case Piece.Leaf(PageRef page, PageGeometry geometry, int turn) ->
                    rows.add(new Row(page, geometry, turn, null));
                case Piece.Divider(String text) -> rows.add(Row.of(divider(text)));
                case Piece.InPlace(Supplier<Region> node) -> rows.add(Row.of(node.get()));
            }
        }
        for (int i = 0; i < rows.size(); i++) {
            rowOf.put(rows.get(i).page(), i);
        }
        pages = rows.stream().filter(Row::isPage).map(Row::page).toList();
    }

    private static Label divider(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("document-divider");
        label.setWrapText(true);
        return label;
    }

    List<Row> all() {
        return rows;
    }

    Row get(int row) {
        return rows.get(row);
    }

    /** All pages in order. */
    List<PageRef> pages() {
        return pages;
    }

    /** The text nodes. */
    List<Region> texts() {
        return rows.stream().filter(r -> !r.isPage()).map(Row::text).toList();
    }

    /** The row of a page; empty for pages not among these. */
    Optional<Integer> of(PageRef page) {
        return Optional.ofNullable(rowOf.get(page));
    }

    /** @param width for text, in pixels */
    List<RollLayout.Row> sizes(double width) {
        return rows.stream()
                .map(r -> r.isPage()
                        ? RollLayout.Row.of(r.geometry())
                        : RollLayout.Row.text(Math.max(DIVIDER, r.text().prefHeight(width))))
                .toList();
    }

    /** The sizes of rows that are not shown, with dividers at their least height. */
    static List<RollLayout.Row> sizes(List<Piece> pieces) {
        return pieces.stream()
                .map(p -> p instanceof Piece.Leaf leaf
                        ? RollLayout.Row.of(leaf.geometry())
                        : RollLayout.Row.text(DIVIDER))
                .toList();
    }
}

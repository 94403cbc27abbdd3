package org.epiglyph.desktop.paper;

import java.util.function.Supplier;
import javafx.scene.layout.Region;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;

/** What a roll shows: pages, with text between documents or in place of one without pages. */
public sealed interface Piece {
    /**
     * A page.
     *
     * @param geometry as shown, including the marker's own turn
     * @param turn     clockwise degrees by which the marker turned it
     */
    record Leaf(PageRef page, PageGeometry geometry, int turn) implements Piece {}

    /** Text between documents. */
    record Divider(String label) implements Piece {}

    /** @param node creates what is shown in place of pages; called on the interface thread */
    record InPlace(Supplier<Region> node) implements Piece {}
}

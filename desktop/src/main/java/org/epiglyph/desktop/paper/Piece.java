package org.epiglyph.desktop.paper;

import java.util.function.Supplier;
import javafx.scene.layout.Region;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;

/** What a roll shows: pages, with words between documents or in the place of one without pages. */
public sealed interface Piece {
    /**
     * A page.
     *
     * @param geometry its shape as it is shown, the marker's own turn included
     * @param turn     clockwise degrees by which the marker turned it
     */
    record Leaf(PageRef page, PageGeometry geometry, int turn) implements Piece {}

    /** Words between documents. */
    record Divider(String label) implements Piece {}

    /** @param node makes what stands in the place of pages; called on the interface thread */
    record InPlace(Supplier<Region> node) implements Piece {}
}

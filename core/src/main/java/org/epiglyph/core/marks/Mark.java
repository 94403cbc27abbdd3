package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;

/** Anything the marker puts on a page. Immutable; in page space. */
public sealed interface Mark permits Stroke, TextMarkup, Correction, Note, Shape, TypedText, Stamp {
    /** The opacity of translucent ink, 0 clear to 1 full, before it is multiplied with the page. */
    double WASH_STRENGTH = 0.35;

    Head head();

    /** The smallest box around everything that is drawn, line widths included. */
    PageBox bounds();

    /** How it is drawn, from back to front. */
    List<Drawn> drawing();

    /** True if a pointer at the place, with so many points of reach, touches the mark. */
    boolean touches(PagePoint place, double reach);

    /** The same mark moved on its page. */
    Mark movedBy(double dx, double dy);

    /**
     * The same mark, larger or smaller. Marks that belong to words of the page keep their size.
     *
     * @param fixed  the place that stays where it is
     * @param factor above 0
     */
    Mark scaledAbout(PagePoint fixed, double factor);

    /** Line width, type size or height in points; 0 if the mark has none to choose. */
    double weight();

    /** The same mark with another line width, type size or height; unchanged if it has none. */
    Mark withWeight(double points);

    /** The same mark with another head. */
    Mark withHead(Head head);

    /** The same mark with another remark. */
    default Mark withRemark(Remark remark) {
        return withHead(head().withRemark(remark));
    }

    default String id() {
        return head().id();
    }

    default PageRef page() {
        return head().page();
    }

    default Ink ink() {
        return head().ink();
    }

    default Remark remark() {
        return head().remark();
    }

    /** True if neither the mark nor its text may ever be handed back. */
    default boolean isPrivate() {
        return remark().isPrivate();
    }
}

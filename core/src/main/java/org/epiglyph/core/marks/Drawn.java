package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/** One element of a mark's drawing, in page space and in the mark's ink. */
public sealed interface Drawn {
    /**
     * Lines with round ends and joins.
     *
     * @param paths       one per line
     * @param width       points
     * @param translucent true if what is below shows through, as under a highlighter (multiply blending)
     */
    record Lines(List<InkPath> paths, double width, boolean translucent) implements Drawn {
        public Lines {
            paths = List.copyOf(paths);
        }
    }

    /**
     * Filled areas in full ink; overlaps are filled too (non-zero winding rule).
     *
     * @param outlines closed paths, all in the same direction
     */
    record Area(List<InkPath> outlines) implements Drawn {
        public Area {
            outlines = List.copyOf(outlines);
        }
    }

    /**
     * Filled areas through which the page shows (multiply blending).
     *
     * @param boxes one per area
     */
    record Wash(List<PageBox> boxes) implements Drawn {
        public Wash {
            boxes = List.copyOf(boxes);
        }
    }

    /** A ground in the colour of paper that hides what is below. */
    record Ground(PageBox box) implements Drawn {
        /** The colour of paper as 0xRRGGBB. */
        public static final int PAPER = 0xfffdf8;
    }

    /**
     * Text in the marker's typeface.
     *
     * @param text lines separated by a line feed
     * @param at   the left end of the first base line
     * @param size type size in points; lines are {@link TypedText#LEADING} times the size apart
     * @param turn clockwise degrees by which the text is turned about that point
     */
    record Text(String text, PagePoint at, double size, double turn) implements Drawn {}

    /**
     * A picture of the marker's own.
     *
     * @param name   the name under which the batch stores it
     * @param centre its centre
     * @param width  points
     * @param height points
     * @param turn   clockwise degrees by which it is turned about its centre
     */
    record Picture(String name, PagePoint centre, double width, double height, double turn) implements Drawn {}
}

package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/** One stroke of the brush: what a mark is drawn with, in page space and in the mark's ink. */
public sealed interface Drawn {
    /**
     * Lines with round ends and joins.
     *
     * @param paths       each one line
     * @param width       points
     * @param translucent true if what lies below shows through, as under a highlighter (multiplied)
     */
    record Lines(List<InkPath> paths, double width, boolean translucent) implements Drawn {
        public Lines {
            paths = List.copyOf(paths);
        }
    }

    /**
     * Filled areas in full ink; where several overlap, all is filled (non-zero winding rule).
     *
     * @param outlines closed paths, all running the same way round
     */
    record Area(List<InkPath> outlines) implements Drawn {
        public Area {
            outlines = List.copyOf(outlines);
        }
    }

    /**
     * Filled areas through which the page shows (multiplied).
     *
     * @param boxes each one area
     */
    record Wash(List<PageBox> boxes) implements Drawn {
        public Wash {
            boxes = List.copyOf(boxes);
        }
    }

    /** A ground in the colour of paper that hides what lies below. */
    record Ground(PageBox box) implements Drawn {
        /** The colour of paper as 0xRRGGBB. */
        public static final int PAPER = 0xfffdf8;
    }

    /**
     * Words in the marker's typeface.
     *
     * @param text lines separated by a line feed
     * @param at   the left end of the first base line
     * @param size type size in points; lines follow each other at {@link TypedText#LEADING} times the size
     * @param turn clockwise degrees by which the words are turned about that point
     */
    record Text(String text, PagePoint at, double size, double turn) implements Drawn {}

    /**
     * A picture of the marker's own.
     *
     * @param name   the name under which the batch keeps it
     * @param centre its centre
     * @param width  points
     * @param height points
     * @param turn   clockwise degrees by which it is turned about its centre
     */
    record Picture(String name, PagePoint centre, double width, double height, double turn) implements Drawn {}
}

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
     * @param translucent true where what lies below shows through, as under a highlighter (multiplied)
     */
    record Lines(List<InkPath> paths, double width, boolean translucent) implements Drawn {
        public Lines {
            paths = List.copyOf(paths);
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

    /**
     * Words in the marker's typeface.
     *
     * @param text lines separated by a line feed
     * @param at   the left end of the first base line
     * @param size type size in points; lines follow each other at {@link TypedText#LEADING} times the size
     * @param turn clockwise degrees by which the words are turned about that point: 0, 90, 180 or 270
     */
    record Words(String text, PagePoint at, double size, int turn) implements Drawn {}
}

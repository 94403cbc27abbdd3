package org.epiglyph.core.spoken;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;

/**
 * The sign beside a mark that has a spoken remark: upright lines like the loudness of a voice. Drawn alike at the desk
 * and in what is handed out.
 *
 * @param box     where it is, in page space
 * @param drawing how it is drawn
 */
public record SpokenSign(PageBox box, List<Drawn> drawing) {
    private static final double WIDTH = 13;
    private static final double HEIGHT = 11;
    private static final double GAP = 3;
    private static final double LINE = 1.3;
    /** The height of each line, as a share of the whole. */
    private static final double[] LOUD = {0.25, 0.7, 1, 0.45, 0.8};

    public SpokenSign {
        drawing = List.copyOf(drawing);
    }

    /**
     * The sign to the right of a mark on the page as shown, or as near as the page allows.
     *
     * @param beside how many signs of the same mark precede it
     */
    public static SpokenSign of(PageGeometry geometry, Mark mark, int beside) {
        PageBox shown = geometry.toShown(mark.bounds());
        double x = Math.min(shown.right() + GAP + beside * (WIDTH + GAP), geometry.shownWidth() - WIDTH - 1);
        double y = Math.min(shown.top(), geometry.shownHeight() - HEIGHT - 1);
        PagePoint corner = new PagePoint(Math.max(1, x), Math.max(1, y));
        PageBox box = PageBox.between(geometry.fromShown(corner), geometry.fromShown(corner.movedBy(WIDTH, HEIGHT)));
        return new SpokenSign(box, List.of(new Drawn.Lines(lines(geometry, corner), LINE, false)));
    }

    private static List<InkPath> lines(PageGeometry geometry, PagePoint corner) {
        List<InkPath> lines = new ArrayList<>();
        double step = (WIDTH - LINE) / (LOUD.length - 1);
        for (int i = 0; i < LOUD.length; i++) {
            double x = corner.x() + LINE / 2 + i * step;
            double half = (HEIGHT - LINE) * LOUD[i] / 2;
            double middle = corner.y() + HEIGHT / 2;
            lines.add(InkPath.through(geometry.fromShown(new PagePoint(x, middle - half)),
                    geometry.fromShown(new PagePoint(x, middle + half))));
        }
        return lines;
    }
}

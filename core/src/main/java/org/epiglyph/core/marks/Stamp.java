package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A sign, a number, a short text or a picture, placed at once.
 *
 * @param head id, page, ink, remark
 * @param face what it shows
 * @param at   its centre
 * @param size its height in points, 4 or more
 * @param tilt clockwise degrees by which the marker turned it, in addition to the head's turn
 */
public record Stamp(Head head, Face face, PagePoint at, double size, double tilt) implements Mark {
    /** The type size of text in a stamp, as a share of its height. */
    public static final double TYPE = 0.8;
    private static final double SMALLEST = 4;
    private static final double LARGEST = 400;

    public Stamp {
        if (!(size >= SMALLEST && size <= LARGEST) || !Double.isFinite(tilt)) {
            throw new IllegalArgumentException("A stamp needs a size of 4 to 400 points, not " + size);
        }
    }

    /** An upright stamp. */
    public Stamp(Head head, Face face, PagePoint at, double size) {
        this(head, face, at, size, 0);
    }

    private double angle() {
        return head.turn() + tilt;
    }

    @Override
    public PageBox bounds() {
        double w = face.aspect() * size / 2 + lineWidth() / 2;
        double h = size / 2 + lineWidth() / 2;
        return InkPath.through(at.movedBy(-w, -h), at.movedBy(w, -h), at.movedBy(w, h), at.movedBy(-w, h))
                .turnedAbout(at, angle())
                .bounds();
    }

    @Override
    public List<Drawn> drawing() {
        double dx = at.x() - face.aspect() * size / 2;
        double dy = at.y() - size / 2;
        return switch (face) {
            case Sign sign -> List.of(new Drawn.Lines(
                    sign.paths().stream().map(p -> p.scaledAndMoved(size, dx, dy).turnedAbout(at, angle())).toList(),
                    lineWidth(), false));
            case Face.Text(String text, double _) -> List.of(text(text, dx, dy));
            case Face.Score score -> List.of(text(score.text(), dx, dy), new Drawn.Lines(
                    List.of(InkPath.through(new PagePoint(dx, dy + size * 0.95),
                            new PagePoint(dx + face.aspect() * size, dy + size * 0.95)).turnedAbout(at, angle())),
                    lineWidth(), false));
            case Face.Picture(String name, double aspect) ->
                List.of(new Drawn.Picture(name, at, aspect * size, size, angle()));
        };
    }

    private Drawn.Text text(String text, double dx, double dy) {
        PagePoint foot = new PagePoint(dx, dy + size * 0.74).turnedAbout(at, angle());
        return new Drawn.Text(text, foot, size * TYPE, angle());
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().expandedBy(reach).contains(place);
    }

    @Override
    public Stamp movedBy(double dx, double dy) {
        return new Stamp(head, face, at.movedBy(dx, dy), size, tilt);
    }

    @Override
    public Stamp scaledAbout(PagePoint fixed, double factor) {
        return new Stamp(head, face, at.scaledAbout(fixed, factor), Math.clamp(size * factor, SMALLEST, LARGEST), tilt);
    }

    @Override
    public double weight() {
        return size;
    }

    @Override
    public Stamp withWeight(double points) {
        return new Stamp(head, face, at, Math.clamp(points, SMALLEST, LARGEST), tilt);
    }

    @Override
    public Stamp withHead(Head other) {
        return new Stamp(other, face, at, size, tilt);
    }

    /** The stamp turned further clockwise about its centre. */
    public Stamp turnedBy(double degrees) {
        return new Stamp(head, face, at, size, Math.IEEEremainder(tilt + degrees, 360));
    }

    private double lineWidth() {
        return face instanceof Face.Picture ? 0 : Math.max(1, size / 11);
    }
}

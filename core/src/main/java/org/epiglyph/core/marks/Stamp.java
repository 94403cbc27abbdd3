package org.epiglyph.core.marks;

import java.util.List;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * One of the examiners' signs.
 *
 * @param head id, page, ink, remark
 * @param sign which sign
 * @param at   its centre
 * @param size its height in points, 4 or more
 */
public record Stamp(Head head, Sign sign, PagePoint at, double size) implements Mark {
    public Stamp {
        if (!(size >= 4)) {
            throw new IllegalArgumentException("A stamp needs a size of 4 points or more, not " + size);
        }
    }

    @Override
    public PageBox bounds() {
        double width = sign.aspect() * size;
        return new PageBox(at.x() - width / 2, at.y() - size / 2, width, size).grownBy(lineWidth() / 2)
                .turnedAbout(at, head.turn());
    }

    @Override
    public List<Drawn> drawing() {
        double dx = at.x() - sign.aspect() * size / 2;
        double dy = at.y() - size / 2;
        return List.of(new Drawn.Lines(
                sign.paths().stream().map(p -> p.scaledAndMoved(size, dx, dy).turnedAbout(at, head.turn())).toList(),
                lineWidth(), false));
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().grownBy(reach).contains(place);
    }

    @Override
    public Stamp movedBy(double dx, double dy) {
        return new Stamp(head, sign, at.movedBy(dx, dy), size);
    }

    @Override
    public Stamp withRemark(Remark remark) {
        return new Stamp(head.with(remark), sign, at, size);
    }

    private double lineWidth() {
        return Math.max(1, size / 11);
    }
}

package org.epiglyph.core.marks;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * Text typed on the page itself.
 *
 * @param head   id, page, ink, remark
 * @param at     the top left corner of the text when upright
 * @param text   as typed, never blank; line feeds are the marker's own
 * @param size   type size in points, 4 to 96
 * @param width  width of the text in points: of the longest line, or of the column that it was wrapped to
 * @param lines  the text wrapped into lines as drawn; empty if only the marker broke it
 * @param ground true if a ground in the colour of paper hides what is below
 */
public record TypedText(Head head, PagePoint at, String text, double size, double width, List<String> lines,
        boolean ground) implements Mark {
    /** Distance between base lines, as a multiple of the type size. */
    public static final double LEADING = 1.3;
    private static final double ASCENT = 1.0;
    private static final double EDGE = 3;

    public TypedText {
        lines = lines == null ? List.of() : List.copyOf(lines); // texts of the first version have none
        if (text.isBlank() || !(size >= 4 && size <= 96) || !(width >= 0)) {
            throw new IllegalArgumentException(
                    "Typed text needs words and a size of 4 to 96 points, not size " + size + ", width " + width);
        }
    }

    /** Text in the marker's own lines, without a ground. */
    public TypedText(Head head, PagePoint at, String text, double size, double width) {
        this(head, at, text, size, width, List.of(), false);
    }

    /** The same mark with its text changed; its width is adapted approximately. */
    public TypedText withText(UnaryOperator<String> change) {
        List<String> broken = lines.stream().map(change).toList();
        int before = Math.max(1, longest(drawnLines()));
        TypedText changed = new TypedText(head, at, change.apply(text), size, width, broken, ground);
        double grown = Math.max(1, (double) longest(changed.drawnLines()) / before);
        return new TypedText(head, at, changed.text, size, width * grown, broken, ground);
    }

    private static int longest(List<String> lines) {
        return lines.stream().mapToInt(String::length).max().orElse(0);
    }

    /** The lines as drawn. */
    public List<String> drawnLines() {
        return lines.isEmpty() ? text.lines().toList() : lines;
    }

    private PageBox textBox() {
        return new PageBox(at.x(), at.y(), width, drawnLines().size() * size * LEADING);
    }

    @Override
    public PageBox bounds() {
        return (ground ? textBox().expandedBy(EDGE) : textBox()).turnedAbout(at, head.turn());
    }

    @Override
    public List<Drawn> drawing() {
        List<Drawn> drawn = new ArrayList<>();
        if (ground) {
            drawn.add(new Drawn.Ground(bounds()));
        }
        drawn.add(new Drawn.Text(String.join("\n", drawnLines()),
                at.movedBy(0, size * ASCENT).turnedAbout(at, head.turn()), size, head.turn()));
        return drawn;
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return bounds().expandedBy(reach).contains(place);
    }

    @Override
    public TypedText movedBy(double dx, double dy) {
        return new TypedText(head, at.movedBy(dx, dy), text, size, width, lines, ground);
    }

    @Override
    public TypedText scaledAbout(PagePoint fixed, double factor) {
        double other = Math.clamp(size * factor, 4, 96);
        return new TypedText(head, at.scaledAbout(fixed, factor), text, other, width * other / size, lines, ground);
    }

    @Override
    public double weight() {
        return size;
    }

    @Override
    public TypedText withWeight(double points) {
        double other = Math.clamp(points, 4, 96);
        return new TypedText(head, at, text, other, width * other / size, lines, ground);
    }

    @Override
    public TypedText withHead(Head other) {
        return new TypedText(other, at, text, size, width, lines, ground);
    }

    public TypedText withGround(boolean other) {
        return new TypedText(head, at, text, size, width, lines, other);
    }
}

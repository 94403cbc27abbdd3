package org.epiglyph.core.marks;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A highlight, underline or strike-out that follows words.
 *
 * @param head  id, page, ink, remark
 * @param boxes one box per line of text, at least one
 * @param text  the words it covers
 * @param style how they are marked
 */
public record TextMarkup(Head head, List<PageBox> boxes, String text, Style style) implements Mark {
    private static final double WAVE = 4;

    /** How words are marked. */
    public enum Style {
        HIGHLIGHT, UNDERLINE, WAVY_UNDERLINE, STRIKE_OUT
    }

    public TextMarkup {
        boxes = List.copyOf(boxes);
        style = Objects.requireNonNullElse(style, Style.HIGHLIGHT); // the first version knew no other
        if (boxes.isEmpty()) {
            throw new IllegalArgumentException("A highlight needs words to cover");
        }
    }

    /** A highlight. */
    public TextMarkup(Head head, List<PageBox> boxes, String text) {
        this(head, boxes, text, Style.HIGHLIGHT);
    }

    @Override
    public PageBox bounds() {
        PageBox all = PageBox.around(boxes);
        return style == Style.HIGHLIGHT ? all : all.expandedBy(lineWidth() + WAVE / 4);
    }

    @Override
    public List<Drawn> drawing() {
        return switch (style) {
            case HIGHLIGHT -> List.of(new Drawn.Wash(boxes));
            case UNDERLINE -> lines(0.96, false);
            case WAVY_UNDERLINE -> lines(0.96, true);
            case STRIKE_OUT -> lines(0.58, false);
        };
    }

    private List<Drawn> lines(double height, boolean wavy) {
        List<InkPath> paths = new ArrayList<>();
        for (PageBox box : boxes) {
            paths.add(wavy ? wave(box, height) : across(box, head.turn(), height));
        }
        return List.of(new Drawn.Lines(paths, lineWidth(), false));
    }

    private double lineWidth() {
        double line = boxes.stream().mapToDouble(b -> upright(b, head.turn()).height()).min().orElse(10);
        return Math.clamp(line / 11, 0.6, 2.4);
    }

    /** The box as it is when the page is turned so that its text is upright, about the same centre. */
    static PageBox upright(PageBox box, int turn) {
        return box.turnedAbout(box.centre(), (360 - turn) % 360);
    }

    /** A line through a box along its text, at a share of the text's height from above. */
    public static InkPath across(PageBox box, int turn, double height) {
        PageBox level = upright(box, turn);
        double y = level.top() + level.height() * height;
        return InkPath.through(new PagePoint(level.left(), y), new PagePoint(level.right(), y))
                .turnedAbout(box.centre(), turn);
    }

    private InkPath wave(PageBox box, double height) {
        PageBox level = upright(box, head.turn());
        double y = level.top() + level.height() * height;
        int waves = Math.max(1, (int) Math.round(level.width() / WAVE));
        double step = level.width() / waves;
        List<Cubic> curves = new ArrayList<>();
        for (int i = 0; i < waves; i++) {
            double x = level.left() + i * step;
            curves.add(
                    new Cubic(new PagePoint(x + step / 3, y - step / 3), new PagePoint(x + 2 * step / 3, y + step / 3),
                            new PagePoint(x + step, y)));
        }
        return new InkPath(new PagePoint(level.left(), y), curves).turnedAbout(box.centre(), head.turn());
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return boxes.stream().anyMatch(box -> box.expandedBy(reach).contains(place));
    }

    /** It belongs to its words and stays where it is. */
    @Override
    public TextMarkup movedBy(double dx, double dy) {
        return this;
    }

    @Override
    public TextMarkup scaledAbout(PagePoint fixed, double factor) {
        return this;
    }

    @Override
    public double weight() {
        return 0;
    }

    @Override
    public TextMarkup withWeight(double points) {
        return this;
    }

    @Override
    public TextMarkup withHead(Head other) {
        return new TextMarkup(other, boxes, text, style);
    }

    /** The same words marked in another style. */
    public TextMarkup withStyle(Style other) {
        return new TextMarkup(head, boxes, text, other);
    }
}

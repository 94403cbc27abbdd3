package org.epiglyph.core.marks;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * What a proof-reader does to words: strikes them out, puts others in, moves them. The new words are the mark's remark.
 *
 * @param head   id, page, ink, and the new words as remark
 * @param struck one box a line of the words that go; none where words are only put in
 * @param text   the words that go; may be empty
 * @param caret  the foot of the place where new words go in; empty where words only go
 * @param size   height of a line of the text in points, above 0
 */
public record Correction(Head head, List<PageBox> struck, String text, Optional<PagePoint> caret, double size)
        implements
            Mark {
    /** What is done to the words. */
    public enum Kind {
        REPLACE, INSERT, DELETE, MOVE
    }

    public Correction {
        struck = List.copyOf(struck);
        if (struck.isEmpty() && caret.isEmpty() || !(size > 0)) {
            throw new IllegalArgumentException(
                    "A correction needs words to strike or a place for new ones, and a size above 0, not " + size);
        }
    }

    /** Words that go, with nothing in their place; as high as the highest of their lines. */
    public static Correction striking(Head head, List<PageBox> struck, String text) {
        double size = struck.stream().mapToDouble(b -> Math.min(b.width(), b.height())).max().orElse(10);
        return new Correction(head, struck, text, Optional.empty(), size);
    }

    public Kind kind() {
        if (struck.isEmpty()) {
            return Kind.INSERT;
        }
        if (caret.isEmpty()) {
            return Kind.DELETE;
        }
        return !text.isEmpty() && remark().text().equals(text) ? Kind.MOVE : Kind.REPLACE;
    }

    @Override
    public PageBox bounds() {
        List<PageBox> all = new ArrayList<>(struck);
        caretPath().ifPresent(c -> all.add(c.bounds()));
        return PageBox.around(all).grownBy(lineWidth() / 2);
    }

    /** The box around the caret alone, and around the struck words alone where there is none. */
    public PageBox caretBounds() {
        return caretPath().map(InkPath::bounds).orElseGet(() -> PageBox.around(struck)).grownBy(lineWidth() / 2);
    }

    @Override
    public List<Drawn> drawing() {
        List<Drawn> drawn = new ArrayList<>();
        if (!struck.isEmpty()) {
            drawn.add(strike());
        }
        caretPath().ifPresent(c -> drawn.add(new Drawn.Lines(List.of(c), lineWidth(), false)));
        return drawn;
    }

    /** The line through the words that go. */
    public Drawn.Lines strike() {
        return new Drawn.Lines(struck.stream().map(b -> TextMarkup.across(b, head.turn(), 0.58)).toList(), lineWidth(),
                false);
    }

    /** The sign at the place where new words go in. */
    public Optional<InkPath> caretPath() {
        double h = size * 0.5;
        return caret.map(c -> InkPath.through(c.movedBy(-h * 0.6, h), c, c.movedBy(h * 0.6, h))
                .turnedAbout(c, head.turn()));
    }

    private double lineWidth() {
        return Math.clamp(size / 11, 0.6, 2.4);
    }

    @Override
    public boolean touches(PagePoint place, double reach) {
        return struck.stream().anyMatch(b -> b.grownBy(reach).contains(place))
                || caret.isPresent() && caretBounds().grownBy(reach).contains(place);
    }

    /** The words stay where they are; only the place for new ones can be moved. */
    @Override
    public Correction movedBy(double dx, double dy) {
        return new Correction(head, struck, text, caret.map(c -> c.movedBy(dx, dy)), size);
    }

    /** The struck words go to another place of the page. */
    public Correction movingTo(PagePoint place) {
        return new Correction(head.withRemark(remark().withText(text)), struck, text, Optional.of(place), size);
    }

    /** The same words struck with a place for new ones behind them. */
    public Correction replacing() {
        PageBox last = struck.getLast();
        PageBox level = TextMarkup.upright(last, head.turn());
        PagePoint foot = new PagePoint(level.right(), level.top() + level.height() * 0.85);
        return new Correction(head, struck, text, Optional.of(foot.turnedAbout(last.centre(), head.turn())), size);
    }

    /** The same words struck and nothing put in. */
    public Correction deleting() {
        return new Correction(head, struck, text, Optional.empty(), size);
    }

    @Override
    public Correction scaledAbout(PagePoint fixed, double factor) {
        return this;
    }

    @Override
    public double weight() {
        return 0;
    }

    @Override
    public Correction withWeight(double points) {
        return this;
    }

    @Override
    public Correction withHead(Head other) {
        return new Correction(other, struck, text, caret, size);
    }
}

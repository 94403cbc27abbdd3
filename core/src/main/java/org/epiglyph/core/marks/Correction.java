package org.epiglyph.core.marks;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * A proof-reader's change to text: strikes words out, inserts words, moves words. The new words are the mark's remark.
 *
 * @param head   id, page, ink, and the new words as remark
 * @param struck one box per line of the struck words; empty if words are only inserted
 * @param text   the struck words; may be empty
 * @param caret  the foot of the place where new words are inserted; empty if words are only struck out
 * @param size   line height of the text in points, above 0
 */
public record Correction(Head head, List<PageBox> struck, String text, Optional<PagePoint> caret, double size)
        implements
            Mark {
    /** The kind of change. */
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

    /** Words struck out without replacement; as high as their highest line. */
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
        return PageBox.around(all).expandedBy(lineWidth() / 2);
    }

    /** The box around the caret alone; around the struck words if there is no caret. */
    public PageBox caretBounds() {
        return caretPath().map(InkPath::bounds).orElseGet(() -> PageBox.around(struck)).expandedBy(lineWidth() / 2);
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

    /** The line through the struck words. */
    public Drawn.Lines strike() {
        return new Drawn.Lines(struck.stream().map(b -> TextMarkup.across(b, head.turn(), 0.58)).toList(), lineWidth(),
                false);
    }

    /** The caret where new words are inserted. */
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
        return struck.stream().anyMatch(b -> b.expandedBy(reach).contains(place))
                || caret.isPresent() && caretBounds().expandedBy(reach).contains(place);
    }

    /** The words stay where they are; only the caret can be moved. */
    @Override
    public Correction movedBy(double dx, double dy) {
        return new Correction(head, struck, text, caret.map(c -> c.movedBy(dx, dy)), size);
    }

    /** Moves the struck words to another place on the page. */
    public Correction movingTo(PagePoint place) {
        return new Correction(head.withRemark(remark().withText(text)), struck, text, Optional.of(place), size);
    }

    /** The same words struck, with a caret for new words after them. */
    public Correction replacing() {
        PageBox last = struck.getLast();
        PageBox level = TextMarkup.upright(last, head.turn());
        PagePoint foot = new PagePoint(level.right(), level.top() + level.height() * 0.85);
        return new Correction(head, struck, text, Optional.of(foot.turnedAbout(last.centre(), head.turn())), size);
    }

    /** The same words struck without a replacement. */
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

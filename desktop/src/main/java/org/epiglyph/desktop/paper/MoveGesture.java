package org.epiglyph.desktop.paper;

import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.marking.DeskModel;

/** Moves, scales or turns the selected marks; one edit when the hand is lifted. */
final class MoveGesture implements Gesture {
    private static final double STILL_PIXELS = 2;
    private final DeskModel model;
    private final Contact start;
    private final Function<Contact, UnaryOperator<Mark>> change;

    private MoveGesture(DeskModel model, Contact start, Function<Contact, UnaryOperator<Mark>> change) {
        this.model = model;
        this.start = start;
        this.change = change;
    }

    /** The marks follow the hand as far as they stay on the page. Struck words go to where the hand is lifted. */
    static Gesture moving(DeskModel model, Contact start) {
        return new MoveGesture(model, start, now -> {
            PagePoint move = model.pageSizes()
                    .within(model.chosen().marks(), now.at().x() - start.at().x(), now.at().y() - start.at().y());
            PagePoint to = start.leaf().geometry().nearest(now.at());
            return mark -> mark instanceof Correction c && !c.struck().isEmpty()
                    && !(c.caret().isPresent() && c.caretBounds().expandedBy(4).contains(start.at()))
                            ? c.movingTo(to)
                            : mark.movedBy(move.x(), move.y());
        });
    }

    /** The marks are scaled from the corner opposite the grip. */
    static Gesture scaling(DeskModel model, Contact start, PageBox around) {
        PageBox shown = start.leaf().geometry().toShown(around);
        PagePoint fixed = start.leaf().geometry().fromShown(shown.topLeft());
        double reach = Math.max(1, fixed.distanceTo(start.at()));
        return new MoveGesture(model, start, now -> {
            double factor = Math.clamp(fixed.distanceTo(now.at()) / reach, 0.05, 20);
            return mark -> mark.scaledAbout(fixed, factor);
        });
    }

    /** Stamps turn about their centres; with Shift held, in steps of 15 degrees. */
    static Gesture turning(DeskModel model, Contact start, PageBox around) {
        PagePoint centre = around.centre();
        double from = angle(centre, start.at());
        return new MoveGesture(model, start, now -> {
            double by = Math.toDegrees(angle(centre, now.at()) - from);
            double step = now.steered() ? Math.round(by / 15) * 15 : by;
            return mark -> mark instanceof Stamp s ? s.turnedBy(step) : mark;
        });
    }

    private static double angle(PagePoint centre, PagePoint at) {
        return Math.atan2(at.y() - centre.y(), at.x() - centre.x());
    }

    @Override
    public void drag(Contact contact) {
        List<Mark> marks = model.chosen().marks();
        UnaryOperator<Mark> changed = change.apply(contact);
        start.leaf()
                .live()
                .getChildren()
                .setAll(marks.stream().map(changed).map(Inks::of).toList());
    }

    @Override
    public void release(Contact contact) {
        cancel();
        if (start.at().distanceTo(contact.at()) * start.leaf().scale() > STILL_PIXELS) {
            model.chosen().change(change.apply(contact));
        }
    }

    @Override
    public void cancel() {
        start.leaf().live().getChildren().clear();
    }
}

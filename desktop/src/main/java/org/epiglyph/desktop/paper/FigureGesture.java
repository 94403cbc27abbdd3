package org.epiglyph.desktop.paper;

import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.desktop.marking.DeskModel;

/** A figure from where the hand comes down to where it is lifted. */
final class FigureGesture implements Gesture {
    private static final double LEAST_PIXELS = 4;
    private final DeskModel model;
    private final Shape.Form form;
    private final Contact start;
    private final Slot slot;

    FigureGesture(DeskModel model, Shape.Form form, Contact start) {
        this.model = model;
        this.slot = model.penCaseProperty().get().current();
        this.form = form;
        this.start = start;
    }

    private Shape figure(Contact now) {
        PagePoint from = start.at();
        PagePoint at = start.leaf().geometry().nearest(now.at());
        PagePoint to = now.steered() ? snapped(from, at) : at;
        if (form == Shape.Form.BRACKET) {
            to = upright(from, to);
        }
        return new Shape(model.newHead(start.leaf().page(), start.leaf().uprightTurn()), form, from, to, slot.width());
    }

    private PagePoint snapped(PagePoint from, PagePoint to) {
        double dx = to.x() - from.x();
        double dy = to.y() - from.y();
        if (form.isArea()) {
            double side = Math.max(Math.abs(dx), Math.abs(dy));
            return from.movedBy(Math.copySign(side, dx), Math.copySign(side, dy));
        }
        double step = Math.PI / 4;
        double angle = Math.round(Math.atan2(dy, dx) / step) * step;
        double length = Math.hypot(dx, dy);
        return from.movedBy(Math.cos(angle) * length, Math.sin(angle) * length);
    }

    /** A bracket is upright, or horizontal if the hand moved more sideways. */
    private PagePoint upright(PagePoint from, PagePoint to) {
        boolean flat = Math.abs(to.x() - from.x()) > Math.abs(to.y() - from.y());
        return flat ? new PagePoint(to.x(), from.y()) : new PagePoint(from.x(), to.y());
    }

    @Override
    public void drag(Contact contact) {
        start.leaf().live().getChildren().setAll(Inks.of(figure(contact)));
    }

    @Override
    public void release(Contact contact) {
        cancel();
        if (start.at().distanceTo(contact.at()) * contact.leaf().scale() < LEAST_PIXELS) {
            return;
        }
        Shape figure = figure(contact);
        boolean speaks = form.isArea() || form == Shape.Form.BRACKET;
        if (model.place(figure) && speaks) {
            model.writing().open(figure.id());
        }
    }

    @Override
    public void cancel() {
        start.leaf().live().getChildren().clear();
    }
}

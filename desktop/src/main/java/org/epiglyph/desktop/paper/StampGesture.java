package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.desktop.marking.DeskModel;

/** A stamp where the hand comes down, and one more at regular distances along its path. */
final class StampGesture implements Gesture {
    private static final double APART = 1.25;
    private final DeskModel model;
    private final Slot slot;
    private final PageLeaf leaf;
    private final List<Stamp> stamps = new ArrayList<>();

    StampGesture(DeskModel model, Slot slot, Contact contact) {
        this.model = model;
        this.slot = slot;
        this.leaf = contact.leaf();
        add(contact.at());
    }

    private void add(PagePoint at) {
        stamps.add(model.pageSizes()
                .onto(new Stamp(model.newHead(leaf.page(), leaf.uprightTurn()), slot.face(), at, slot.width())));
        leaf.live().getChildren().add(Inks.of(stamps.getLast()));
    }

    @Override
    public void drag(Contact contact) {
        double step = slot.width() * APART * Math.max(1, slot.face().aspect());
        PagePoint last = stamps.getLast().at();
        PagePoint at = leaf.geometry().nearest(contact.at());
        double way = last.distanceTo(at);
        for (int i = 1; i * step <= way; i++) {
            double share = i * step / way;
            add(last.movedBy((at.x() - last.x()) * share, (at.y() - last.y()) * share));
        }
    }

    @Override
    public void release(Contact contact) {
        cancel();
        model.place(stamps);
    }

    @Override
    public void cancel() {
        leaf.live().getChildren().clear();
    }
}

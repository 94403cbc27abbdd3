package org.epiglyph.desktop.paper;

import javafx.scene.Group;
import javafx.scene.shape.Path;
import org.epiglyph.core.ink.HandPath;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * Ink, or a broad wash if there is no text. Each piece of the hand's path is one small line, so that live ink costs no
 * more as it grows.
 */
final class InkGesture implements Gesture {
    private final DeskModel model;
    private final PageLeaf leaf;
    private final Slot slot;
    private final Stroke.Nib nib;
    private final HandPath hand = new HandPath();
    private final Group line = new Group();
    private boolean straight;
    private boolean steered;

    InkGesture(DeskModel model, Slot slot, Stroke.Nib nib, Contact contact) {
        this.model = model;
        this.leaf = contact.leaf();
        this.slot = slot;
        this.nib = nib;
        if (nib == Stroke.Nib.BROAD) {
            line.setOpacity(0.35);
            line.setBlendMode(javafx.scene.effect.BlendMode.MULTIPLY);
        }
        leaf.live().getChildren().add(line);
        add(contact);
    }

    private void add(Contact contact) {
        PagePoint from = hand.points().isEmpty() ? contact.at() : hand.last();
        double swell = hand.add(contact.at(), contact.pressure(), contact.millis());
        straight |= contact.steered();
        steered = contact.steered();
        if (straight) {
            line.getChildren().setAll(piece(hand.first(), hand.straightEnd(steered), 1));
        } else {
            line.getChildren().add(piece(from, contact.at(), swell));
        }
    }

    private Path piece(PagePoint from, PagePoint to, double swell) {
        double width = slot.width() * (nib == Stroke.Nib.FINE ? swell : 1);
        Ink ink = slot.ink();
        return Inks.line(InkPath.through(from, to.movedBy(0.01, 0)), width, ink, false);
    }

    @Override
    public void drag(Contact contact) {
        add(contact);
    }

    @Override
    public void release(Contact contact) {
        cancel();
        Stroke stroke = stroke();
        if (model.place(stroke) && nib == Stroke.Nib.BROAD) {
            model.writing().open(stroke.id());
        }
    }

    private Stroke stroke() {
        var head = model.newHead(slot, leaf.page(), nib == Stroke.Nib.BROAD ? 0 : leaf.uprightTurn());
        if (straight) {
            return new Stroke(head, InkPath.through(hand.first(), hand.straightEnd(steered)), slot.width(), nib);
        }
        InkFit.Fitted fitted = hand.fitted();
        return nib == Stroke.Nib.FINE && !fitted.path().curves().isEmpty()
                ? new Stroke(head, fitted.path(), slot.width(), nib, hand.swell(fitted))
                : new Stroke(head, fitted.path(), slot.width(), nib);
    }

    @Override
    public void cancel() {
        leaf.live().getChildren().remove(line);
    }
}

package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Lasso;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.marking.DeskModel;

/** A loop around marks selects them. */
final class LassoGesture implements Gesture {
    private final DeskModel model;
    private final PageLeaf leaf;
    private final List<PagePoint> loop = new ArrayList<>();

    LassoGesture(DeskModel model, Contact contact) {
        this.model = model;
        leaf = contact.leaf();
        loop.add(contact.at());
    }

    @Override
    public void drag(Contact contact) {
        loop.add(contact.at());
        var line = Inks.line(InkPath.through(loop), contact.points(1.5), Ink.INDIGO, false);
        line.getStrokeDashArray().setAll(contact.points(5), contact.points(4));
        leaf.live().getChildren().setAll(line);
    }

    @Override
    public void release(Contact contact) {
        cancel();
        Lasso lasso = new Lasso(loop);
        model.chosen().choose(m -> m.page().equals(leaf.page()) && lasso.holds(m));
    }

    @Override
    public void cancel() {
        leaf.live().getChildren().clear();
    }
}

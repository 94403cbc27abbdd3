package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.SetAside;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.MarkText;

/** The passages that were set aside as nobody's own work, each of which can be removed. */
final class SetAsideList extends VBox {
    private final DeskModel model;
    private final FoundRows<SetAside> rows;

    /** @param changed called when one was removed */
    SetAsideList(DeskModel model, Runnable changed) {
        this.model = model;
        rows = new FoundRows<>("passages-aside", SetAsideList::describe, one -> {
            List<SetAside> left = new ArrayList<>(model.batch().aids().aside());
            left.remove(one);
            if (save(left)) {
                changed.run();
            }
        });
        getChildren().addAll(Form.hint("Passages.asideHint"), rows);
    }

    boolean isEmpty() {
        return model.batch().aids().aside().isEmpty();
    }

    void refresh() {
        rows.show(model.batch().aids().aside());
    }

    /** Sets one more aside; false if that is refused. */
    boolean add(SetAside one) {
        List<SetAside> more = new ArrayList<>(model.batch().aids().aside());
        more.add(one);
        return save(more);
    }

    private boolean save(List<SetAside> all) {
        return model.edit(new Edit.ChangeAids(model.batch().aids().withAside(all)));
    }

    private static String describe(SetAside one) {
        return UiText.of("Passages.asideRow." + one.reason(), MarkText.shortened(one.text()));
    }
}

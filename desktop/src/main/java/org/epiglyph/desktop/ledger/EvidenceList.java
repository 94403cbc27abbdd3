package org.epiglyph.desktop.ledger;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.MarkText;

/** A link for each mark that is evidence; pressing it goes there. */
final class EvidenceList extends VBox {
    private final Consumer<Mark> go;
    private List<Mark> shown = List.of();

    /** @param go shows a mark on its page */
    EvidenceList(Consumer<Mark> go) {
        this.go = go;
        getStyleClass().add("evidence");
    }

    void show(List<Mark> marks) {
        if (marks.equals(shown)) {
            return;
        }
        shown = marks;
        getChildren().clear();
        for (Mark mark : marks) {
            Button jump = new Button(UiText.of("Ledger.evidence", mark.page().number(), MarkText.of(mark)));
            jump.getStyleClass().add("link-button");
            jump.setMinWidth(0); // a long one is cut, and never widens the ledger
            jump.setOnAction(_ -> go.accept(mark));
            getChildren().add(jump);
        }
    }
}

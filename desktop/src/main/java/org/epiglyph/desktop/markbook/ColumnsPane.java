package org.epiglyph.desktop.markbook;

import javafx.scene.control.CheckBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** Which columns are shown beside the criteria, and where Enter goes. */
final class ColumnsPane extends VBox {
    ColumnsPane(BookModel model) {
        getStyleClass().add("book-pane");
        getChildren().addAll(Form.text(UiText.of("MarkBook.columns.heading"), "subheading"));
        for (Column.Fact fact : Column.Fact.values()) {
            CheckBox box = new CheckBox(UiText.of("MarkBook.column." + fact));
            box.setId("column-" + fact);
            box.setSelected(model.habitProperty().get().facts().contains(fact));
            box.setOnAction(
                    _ -> model.habitProperty().set(model.habitProperty().get().with(fact, box.isSelected())));
            getChildren().add(box);
        }
        CheckBox right = new CheckBox(UiText.of("MarkBook.enterRight"));
        right.setId("enter-right");
        right.setSelected(model.habitProperty().get().enterRight());
        right.setOnAction(
                _ -> model.habitProperty().set(model.habitProperty().get().withEnterRight(right.isSelected())));
        model.habitProperty().addListener((_, _, now) -> right.setSelected(now.enterRight()));
        getChildren().addAll(Form.text(UiText.of("MarkBook.typing"), "subheading"), right);
    }
}

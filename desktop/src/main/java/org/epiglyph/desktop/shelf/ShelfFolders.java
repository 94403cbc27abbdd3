package org.epiglyph.desktop.shelf;

import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** Where the batches of the shelf are stored: its own folder, and those that the marker added. */
final class ShelfFolders extends VBox {
    private final ShelfModel model;

    ShelfFolders(ShelfModel model) {
        this.model = model;
        getStyleClass().add("shelf-folders");
        model.habitProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    private void refresh() {
        Button add = Form.button("Shelf.addFolder", "link-button", this::choose);
        add.setId("add-folder");
        getChildren().setAll(line(UiText.of("Shelf.where", model.folder()), add));
        for (String further : model.habitProperty().get().further()) {
            Button remove = Form.button("Shelf.removeFolder", "link-button", () -> model.removeFolder(further));
            remove.setAccessibleText(UiText.of("Shelf.spoken", remove.getText(), further));
            getChildren().add(line(UiText.of("Shelf.whereToo", further), remove));
        }
    }

    private static HBox line(String text, Button button) {
        HBox line = new HBox(Form.text(text, "hint"), button);
        line.getStyleClass().add("shelf-folder");
        return line;
    }

    private void choose() {
        new FileDialog(getScene().getWindow(), UiText.of("Shelf.addFolder")).folder().ifPresent(model::addFolder);
    }
}

package org.epiglyph.desktop.frame;

import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;

/**
 * A list of rows of which only visible ones are created, however many there are. Rows are as wide as the list and wrap.
 */
public final class Rows<T> extends ListView<T> {
    /** @param row creates the row of an item */
    public Rows(String id, Function<T, Node> row) {
        setId(id);
        getStyleClass().add("rows");
        setCellFactory(_ -> new ListCell<>() {
            {
                setPrefWidth(0); // as wide as the list, so that text wraps
                setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            }

            @Override
            protected void updateItem(T item, boolean empty) {
                super.updateItem(item, empty);
                setGraphic(empty || item == null ? null : row.apply(item));
            }
        });
    }
}

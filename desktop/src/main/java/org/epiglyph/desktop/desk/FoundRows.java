package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.Rows;

/**
 * A list of results with one selected row; a click or Enter goes there. Only visible rows are created, however many
 * there are.
 */
final class FoundRows<T> extends VBox {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final double LEAST_HEIGHT = 190;
    private final Function<T, String> describe;
    private final Consumer<T> go;
    private final Rows<T> rows;
    private Optional<T> chosen = Optional.empty();

    /**
     * @param describe the text of a row
     * @param go       goes to what it stands for
     */
    FoundRows(String id, Function<T, String> describe, Consumer<T> go) {
        this.describe = describe;
        this.go = go;
        rows = new Rows<>(id, this::row);
        rows.getStyleClass().add("found-list");
        rows.setMinHeight(LEAST_HEIGHT);
        rows.setOnKeyPressed(e -> {
            T item = rows.getSelectionModel().getSelectedItem();
            if (e.getCode() == KeyCode.ENTER && item != null) {
                go.accept(item);
                e.consume();
            }
        });
        VBox.setVgrow(rows, Priority.ALWAYS);
        getChildren().add(rows);
    }

    private Node row(T item) {
        Button row = new Button(describe.apply(item));
        row.getStyleClass().add("found-row");
        row.setWrapText(true);
        row.setFocusTraversable(false); // the list has the focus
        row.setMaxWidth(Double.MAX_VALUE);
        row.pseudoClassStateChanged(CHOSEN, chosen.equals(Optional.of(item)));
        row.setOnAction(_ -> go.accept(item));
        return row;
    }

    /** Shows these; none is selected. */
    void show(List<T> items) {
        chosen = Optional.empty();
        rows.getItems().setAll(items);
    }

    /** Appends more rows. */
    void add(List<T> items) {
        rows.getItems().addAll(items);
    }

    List<T> items() {
        return rows.getItems();
    }

    /** Selects one of them as the current one; empty for none. */
    void choose(Optional<T> item) {
        if (!item.equals(chosen)) {
            chosen = item;
            item.ifPresentOrElse(rows.getSelectionModel()::select, rows.getSelectionModel()::clearSelection);
            item.ifPresent(rows::scrollTo);
            rows.refresh();
        }
    }

    /** The selected item, else the one that the list is on. */
    Optional<T> chosen() {
        return chosen.or(() -> Optional.ofNullable(rows.getSelectionModel().getSelectedItem()));
    }

    /** Focuses the list. */
    void focus() {
        rows.requestFocus();
    }
}

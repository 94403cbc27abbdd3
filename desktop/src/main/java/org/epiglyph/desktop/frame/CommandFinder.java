package org.epiglyph.desktop.frame;

import java.util.List;
import java.util.function.Function;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * The field in the top line that finds any act by a few letters and shows its key, and whatever the place offers to
 * find. The list scrolls through everything, so that nothing needs a keyboard.
 */
final class CommandFinder extends TextField {
    private static final int IN_SIGHT = 12;
    private static final double ROW = 30;
    private static final double WIDTH = 464;
    private final Function<String, List<Found>> everything;
    private final Pane above;
    private final Rows<Found> rows = new Rows<>("found", this::row);
    private final Label nothing = new Label(UiText.of("Frame.finder.nothing"));
    private final VBox list = new VBox(rows, nothing);
    private Function<String, List<Found>> finding;
    private Node before;

    /**
     * @param everything finds by the typed letters
     * @param above      the pane over everything, on which the list opens
     */
    CommandFinder(Function<String, List<Found>> everything, Pane above) {
        this.everything = everything;
        finding = everything;
        this.above = above;
        getStyleClass().add("command-finder");
        list.getStyleClass().add("finder-list");
        rows.setFocusTraversable(false);
        rows.setFixedCellSize(ROW);
        setPromptText(UiText.of("Frame.finder"));
        setAccessibleText(UiText.of("Frame.finder.spoken"));
        Acts.undoesAlone(this);
        setFocusTraversable(false);
        textProperty().addListener((_, _, _) -> search());
        focusedProperty().addListener((_, _, focused) -> {
            if (focused) {
                search();
            } else {
                above.getChildren().remove(list);
                finding = everything;
                setPromptText(UiText.of("Frame.finder"));
            }
        });
        addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
    }

    /** Takes the focus, remembering the previous owner. */
    void open() {
        before = getScene().getFocusOwner();
        clear();
        requestFocus();
    }

    /** Takes the focus to find one kind of thing only. */
    void open(String prompt, Function<String, List<Found>> kind) {
        finding = kind;
        setPromptText(prompt);
        open();
    }

    private void search() {
        rows.getItems().setAll(finding.apply(getText()));
        boolean found = !rows.getItems().isEmpty();
        Form.show(rows, found);
        Form.show(nothing, !found);
        rows.setPrefHeight(ROW * Math.min(IN_SIGHT, rows.getItems().size()));
        if (isFocused() && !above.getChildren().contains(list)) {
            above.getChildren().add(list);
        }
        Bounds place = above.sceneToLocal(localToScene(getBoundsInLocal()));
        list.setMinWidth(WIDTH);
        list.setMaxWidth(WIDTH);
        list.setPrefWidth(WIDTH);
        list.relocate(Math.max(0, place.getMaxX() - WIDTH), place.getMaxY() + 4);
        choose(0);
    }

    private void choose(int index) {
        rows.getSelectionModel().clearAndSelect(index);
        if (rows.lookup(".virtual-flow") instanceof VirtualFlow<?> flow) {
            flow.scrollTo(index);
        }
    }

    /** Chooses a row further down; beyond either end from the other. */
    private void step(int by) {
        choose(Math.floorMod(rows.getSelectionModel().getSelectedIndex() + by, rows.getItems().size()));
    }

    /** Chooses a row a page further down; stops at the ends. */
    private void page(int by) {
        choose(Math.clamp((long) rows.getSelectionModel().getSelectedIndex() + by * (IN_SIGHT - 1), 0,
                rows.getItems().size() - 1));
    }

    /** A name, and its key at the right; the name gives way. */
    static HBox line(String name, String key) {
        Label left = new Label(name);
        left.setMinWidth(0);
        Label right = new Label(key);
        right.getStyleClass().add("key");
        right.setMinWidth(USE_PREF_SIZE);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        return new HBox(left, space, right);
    }

    private Node row(Found act) {
        HBox row = line(act.name(), act.aside());
        row.getStyleClass().add("finder-row");
        row.setDisable(!act.possible().getAsBoolean());
        row.setOnMousePressed(e -> {
            e.consume();
            run(act);
        });
        return row;
    }

    private void onKey(KeyEvent event) {
        if (event.getCode() == KeyCode.ESCAPE) {
            close();
            event.consume();
        } else if (!rows.getItems().isEmpty() && onRows(event.getCode())) {
            event.consume();
        }
    }

    private boolean onRows(KeyCode key) {
        switch (key) {
            case ENTER -> run(rows.getSelectionModel().getSelectedItem());
            case DOWN -> step(1);
            case UP -> step(-1);
            case PAGE_DOWN -> page(1);
            case PAGE_UP -> page(-1);
            default -> {
                return false;
            }
        }
        return true;
    }

    private void run(Found act) {
        close();
        if (act.possible().getAsBoolean()) {
            act.run().run();
        }
    }

    private void close() {
        clear();
        above.getChildren().remove(list);
        if (before != null && before.getScene() != null) {
            before.requestFocus();
        } else {
            getParent().requestFocus();
        }
    }
}

package org.epiglyph.desktop.frame;

import java.util.List;
import java.util.function.Function;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * The field in the top line that finds any act by a few letters and shows its key, and whatever the place offers to
 * find.
 */
final class CommandFinder extends TextField {
    private static final int MOST = 12;
    private static final double WIDTH = 440;
    private final Function<String, List<Found>> everything;
    private final Pane above;
    private final VBox list = new VBox();
    private Function<String, List<Found>> finding;
    private List<Found> found = List.of();
    private int chosen;
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
        found = finding.apply(getText()).stream().limit(MOST).toList();
        chosen = 0;
        show();
    }

    private void show() {
        list.getChildren().setAll(found.stream().map(this::row).toList());
        if (found.isEmpty()) {
            list.getChildren().add(new Label(UiText.of("Frame.finder.nothing")));
        }
        for (int i = 0; i < found.size(); i++) {
            list.getChildren()
                    .get(i)
                    .pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("chosen"), i == chosen);
        }
        if (isFocused() && !above.getChildren().contains(list)) {
            above.getChildren().add(list);
        }
        Bounds place = above.sceneToLocal(localToScene(getBoundsInLocal()));
        list.setMinWidth(WIDTH);
        list.setMaxWidth(WIDTH);
        list.setPrefWidth(WIDTH);
        list.relocate(Math.max(0, place.getMaxX() - WIDTH), place.getMaxY() + 4);
    }

    private Node row(Found act) {
        Label name = new Label(act.name());
        name.setMinWidth(0);
        Label key = new Label(act.aside());
        key.getStyleClass().add("key");
        key.setMinWidth(USE_PREF_SIZE);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox row = new HBox(name, space, key);
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
        } else if (event.getCode() == KeyCode.ENTER && !found.isEmpty()) {
            run(found.get(chosen));
        } else if (event.getCode() == KeyCode.DOWN && !found.isEmpty()) {
            chosen = (chosen + 1) % found.size();
            show();
        } else if (event.getCode() == KeyCode.UP && !found.isEmpty()) {
            chosen = (chosen + found.size() - 1) % found.size();
            show();
        } else {
            return;
        }
        event.consume();
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

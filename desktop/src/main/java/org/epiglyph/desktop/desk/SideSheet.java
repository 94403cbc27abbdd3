package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.UiText;

/**
 * The sheet between ledger and pages: remarks, pages, search results, history, documents; folded until it is wanted.
 */
final class SideSheet extends VBox {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final List<Side> sides;
    private final FlowPane names = new FlowPane();
    private final Runnable afterFolding;
    private Optional<Side> shown = Optional.empty();

    /** @param afterFolding called when the sheet is folded */
    SideSheet(List<Side> sides, Runnable afterFolding) {
        this.sides = sides;
        this.afterFolding = afterFolding;
        getStyleClass().add("side-sheet");
        names.getStyleClass().add("side-names");
        for (Side side : sides) {
            Button name = new Button(UiText.of("Side." + side.name()));
            name.getStyleClass().add("filter");
            name.setId("side-" + side.name());
            name.setOnAction(_ -> toggle(side.name()));
            names.getChildren().add(name);
        }
        setVisible(false);
        managedProperty().bind(visibleProperty());
        addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                e.consume();
                fold();
            }
        });
    }

    Optional<Side> shown() {
        return shown;
    }

    /** Shows a side, or folds the sheet if the side is shown already. */
    void toggle(String name) {
        if (shown.filter(s -> s.name().equals(name)).isPresent()) {
            fold();
        } else {
            show(name);
        }
    }

    void show(String name) {
        Side side = sides.stream().filter(s -> s.name().equals(name)).findFirst().orElseThrow();
        shown.filter(s -> s != side).ifPresent(Side::leave);
        shown = Optional.of(side);
        VBox.setVgrow(side.node(), Priority.ALWAYS);
        getChildren().setAll(names, side.node());
        for (int i = 0; i < sides.size(); i++) {
            names.getChildren().get(i).pseudoClassStateChanged(HERE, sides.get(i) == side);
        }
        setMinWidth(side.width());
        setPrefWidth(side.width());
        setMaxWidth(side.width());
        setVisible(true);
        side.arrive();
    }

    /** Folds the sheet. */
    void fold() {
        shown.ifPresent(Side::leave);
        shown = Optional.empty();
        getChildren().setAll(names); // a hidden side does nothing more
        setVisible(false);
        afterFolding.run();
    }

    /** The desk is left: everything here stops working. */
    void end() {
        shown.ifPresent(Side::leave);
    }

    void refresh() {
        shown.ifPresent(Side::refresh);
    }
}

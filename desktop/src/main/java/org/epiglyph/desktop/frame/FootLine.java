package org.epiglyph.desktop.frame;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** A sentence over the foot of the place, so that nothing moves under the pointer when it comes; it stays until it is closed. */
final class FootLine extends HBox {
    static final double WIDEST = 820;
    private final Label said = new Label();

    FootLine(String id, String styleClass) {
        said.setId(id);
        said.setWrapText(true);
        said.getStyleClass().add(styleClass);
        HBox.setHgrow(said, Priority.ALWAYS);
        said.setMaxWidth(Double.MAX_VALUE);
        Button close = new Button(Words.of("Frame.closeSaid"));
        close.getStyleClass().add("link-button");
        close.setMinWidth(Region.USE_PREF_SIZE);
        close.setOnAction(_ -> say(""));
        getChildren().addAll(said, close);
        getStyleClass().add(styleClass + "-line");
        visibleProperty().bind(said.textProperty().isNotEmpty());
        managedProperty().bind(visibleProperty());
    }

    /** @param words nothing takes the line away */
    void say(String words) {
        said.setText(words);
    }
}

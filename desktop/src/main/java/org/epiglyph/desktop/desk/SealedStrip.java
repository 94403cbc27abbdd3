package org.epiglyph.desktop.desk;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** Shows above the pages that they are sealed, and reopens them. */
final class SealedStrip extends HBox {
    SealedStrip(DeskModel model) {
        getStyleClass().add("sealed-strip");
        setId("sealed-strip");
        Label label = new Label(UiText.of("Desk.sealedStrip"));
        label.setMinWidth(0);
        Region space = new Region();
        setHgrow(space, Priority.ALWAYS);
        Button open = new Button(UiText.of("Ledger.openAgain"));
        open.getStyleClass().add("link-button");
        open.setId("open-again");
        open.setFocusTraversable(false);
        open.setMinWidth(USE_PREF_SIZE);
        open.setOnAction(_ -> model.openAgain());
        getChildren().addAll(label, space, open);
        visibleProperty().bind(model.submissionProperty().map(s -> s.sealed()));
        managedProperty().bind(visibleProperty());
    }
}

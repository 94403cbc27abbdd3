package org.epiglyph.desktop.frame;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.VBox;

/**
 * Shows background work: what is being done, its progress, and a way to stop it. Takes no space while nothing is done.
 */
public final class BusyPane extends VBox {
    public BusyPane(Background background) {
        getStyleClass().add("busy");
        Label what = new Label();
        what.textProperty().bind(background.descriptionProperty());
        ProgressBar bar = new ProgressBar();
        bar.setMaxWidth(Double.MAX_VALUE);
        bar.progressProperty().bind(background.shareProperty());
        bar.setAccessibleText(UiText.of("Frame.progress"));
        Button stop = new Button(UiText.of("Frame.stop"));
        stop.setId("stop-work");
        stop.setOnAction(_ -> background.cancel());
        getChildren().addAll(what, bar, stop);
        visibleProperty().bind(background.busyProperty());
        managedProperty().bind(background.busyProperty());
    }
}

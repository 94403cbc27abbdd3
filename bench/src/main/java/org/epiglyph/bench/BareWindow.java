package org.epiglyph.bench;

import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.stage.Stage;

/** The baseline for starting: a window with one word; the program ends when it is on the screen. */
public final class BareWindow {
    private BareWindow() {}

    public static void main(String[] arguments) {
        Platform.startup(() -> {
            Stage stage = new Stage();
            stage.setScene(new Scene(new Label("ready"), 1280, 800));
            stage.show();
            Shown.endWhen(() -> true);
        });
    }
}

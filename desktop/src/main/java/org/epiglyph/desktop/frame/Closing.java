package org.epiglyph.desktop.frame;

import javafx.stage.Stage;

/** Asks before the window is closed while background work is running or changes are not saved. */
public final class Closing {
    private Closing() {}

    public static void attach(Stage stage, Frame frame) {
        stage.setOnCloseRequest(event -> frame.reasonNotToClose().ifPresent(why -> {
            event.consume();
            frame.ask(why, stage::close);
        }));
    }
}

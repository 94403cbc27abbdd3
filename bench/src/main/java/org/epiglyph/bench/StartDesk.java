package org.epiglyph.bench;

import java.nio.file.Path;
import java.time.Clock;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.ImageView;
import javafx.stage.Stage;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.Program;

/** Starts the program with a batch on the desk and ends when the first page is sharp on the screen. */
public final class StartDesk {
    private StartDesk() {}

    /** @param arguments the batch's folder */
    public static void main(String[] arguments) {
        Path batch = Path.of(arguments[0]);
        Platform.startup(() -> {
            Program program = new Program(
                    new Program.Start(batch.getParent(), batch.resolveSibling("settings"), "", ""),
                    Clock.systemDefaultZone());
            Stage stage = new Stage();
            Scene scene = EpiglyphApplication.scene(program);
            stage.setScene(scene);
            program.toDesk(batch);
            stage.show();
            Shown.thenEnd(
                    () -> scene.lookup(".page-leaf .image-view") instanceof ImageView view && view.getImage() != null);
        });
    }
}

package org.epiglyph.bench;

import java.nio.file.Path;
import java.time.Clock;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.Stage;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.settings.Settings;

/** Starts the program with a batch on the desk and ends when the first page is sharp on the screen. */
public final class StartDesk {
    private StartDesk() {}

    /** @param arguments the batch's folder */
    public static void main(String[] arguments) {
        Path batch = Path.of(arguments[0]);
        EpiglyphApplication.warm(); // as the program does
        Platform.startup(() -> {
            Program program = new Program(
                    new Program.Start(batch.getParent(), batch.resolveSibling("settings"), "", ""),
                    Clock.systemDefaultZone());
            Stage stage = new Stage();
            Scene scene = EpiglyphApplication.scene(program);
            stage.setScene(scene);
            program.toDesk(batch);
            stage.show();
            Settings settings = new Settings(batch.resolveSibling("settings"));
            Shown.thenEnd(() -> program.frame().place() instanceof Desk desk
                    && desk.pages().leafInSight().filter(PageLeaf::hasImage).isPresent() && keptRoom(settings, desk));
        });
    }

    /** As a desk does that is left. */
    private static boolean keptRoom(Settings settings, Desk desk) {
        settings.keep(desk.pages().room().orElseThrow());
        return true;
    }
}

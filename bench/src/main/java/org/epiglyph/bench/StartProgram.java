package org.epiglyph.bench;

import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.OpeningWindow;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.settings.Settings;

/** Starts the program as the command does, and ends when it has come as far as is asked for. */
public final class StartProgram {
    /** How far: the window is on the screen; the shelf is in it and can be used; the first page of a batch is sharp. */
    public enum Until {
        WINDOW, SHELF, PAGE
    }

    private StartProgram() {}

    /** @param arguments the batch's folder, and how far */
    public static void main(String[] arguments) {
        Path batch = Path.of(arguments[0]);
        Until until = Until.valueOf(arguments[1]);
        Settings settings = new Settings(batch.resolveSibling("settings"));
        OpeningWindow window = new OpeningWindow(settings);
        Platform.startup(() -> {
            EpiglyphApplication.warm();
            Program.Start start = new Program.Start(batch.getParent(), batch.resolveSibling("settings"), "", "");
            AtomicReference<Optional<Program>> program = new AtomicReference<>(Optional.empty());
            window.open(new Stage(), () -> {
                Program made = new Program(start, Clock.systemDefaultZone());
                program.set(Optional.of(made));
                return made.frame();
            }, () -> {
                if (until == Until.PAGE) {
                    program.get().orElseThrow().toDesk(batch);
                } else {
                    program.get().orElseThrow().toShelf();
                }
            });
            Shown.thenEnd(
                    () -> until == Until.WINDOW || program.get().filter(p -> isThere(p, until, settings)).isPresent());
        });
    }

    private static boolean isThere(Program program, Until until, Settings settings) {
        return switch (until) {
            case WINDOW -> true;
            case SHELF -> program.frame().root().lookup(".batch-title") != null;
            case PAGE -> program.frame().place() instanceof Desk desk
                    && desk.pages().leafInSight().filter(PageLeaf::hasImage).isPresent() && keptRoom(settings, desk);
        };
    }

    /** As a desk does that is left. */
    private static boolean keptRoom(Settings settings, Desk desk) {
        settings.keep(desk.pages().room().orElseThrow());
        return true;
    }
}

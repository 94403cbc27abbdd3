package org.epiglyph.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.LockSupport;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.epiglyph.command.EpiglyphCommand;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.OpeningWindow;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.RunCommand;
import org.epiglyph.desktop.Toolkit;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.settings.Settings;

/** Starts the program as the command does, and ends when it has reached a given state. */
public final class StartProgram {
    /** The state: the window is on the screen; the shelf is in it and usable; the first page of a batch is sharp. */
    public enum Until {
        WINDOW, SHELF, PAGE
    }

    private StartProgram() {}

    /** @param arguments the batch's folder, and the state */
    public static void main(String[] arguments) throws IOException {
        Path batch = Path.of(arguments[0]);
        String[] command = {"run", "--shelf", batch.getParent().toString(), "--settings",
                batch.resolveSibling("settings").toString()};
        Toolkit toolkit = Toolkit.start();
        EpiglyphCommand.run(command,
                RunCommand.spec(start -> launch(start, toolkit, batch, Until.valueOf(arguments[1]))));
    }

    private static void launch(Program.Start start, Toolkit toolkit, Path batch, Until until) throws Problem {
        Settings settings = new Settings(start.settings());
        OpeningWindow window = new OpeningWindow(settings);
        toolkit.await();
        Platform.runLater(() -> {
            AtomicReference<Optional<Program>> program = new AtomicReference<>(Optional.empty());
            window.open(new Stage(), () -> {
                EpiglyphApplication.warm();
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
            Shown.endWhen(
                    () -> until == Until.WINDOW || program.get().filter(p -> isThere(p, until, settings)).isPresent());
        });
        LockSupport.park(); // as the launcher waits for the window's end
    }

    private static boolean isThere(Program program, Until until, Settings settings) {
        return switch (until) {
            case WINDOW -> true;
            case SHELF -> program.frame().root().lookup(".batch-title") != null;
            case PAGE -> program.frame().place() instanceof Desk desk
                    && desk.pages().leafInSight().filter(PageLeaf::hasImage).isPresent()
                    && isPageSpaceSaved(settings, desk);
        };
    }

    /** As a desk does when it is left. */
    private static boolean isPageSpaceSaved(Settings settings, Desk desk) {
        settings.save(desk.pages().room().orElseThrow());
        return true;
    }
}

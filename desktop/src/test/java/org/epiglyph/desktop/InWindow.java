package org.epiglyph.desktop;

import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.waitFor;

import java.nio.file.Path;
import java.time.Clock;
import java.util.function.UnaryOperator;
import javafx.stage.Stage;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.marking.DeskModel;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** The program in its window with the small batch, created for each test. */
public abstract class InWindow {
    @TempDir
    private static Path worlds;
    protected Path world;
    protected SmallBatch batch;
    protected Program program;

    /** Shows the program with its shelf. */
    protected void show(Stage stage) throws Exception {
        show(stage, start -> start);
    }

    /** Shows the program with its shelf, with other start options. */
    protected void show(Stage stage, UnaryOperator<Program.Start> how) throws Exception {
        batch = SmallBatch.make(newWorld());
        prepare();
        show(stage, batch.folder().getParent(), how);
    }

    /** A folder for the files of a test, different each time. */
    protected Path newWorld() {
        world = worlds.resolve(String.valueOf(System.nanoTime()));
        return world;
    }

    /** Shows the program with a shelf that the test created in its {@linkplain #newWorld world}. */
    protected void show(Stage stage, Path shelf, UnaryOperator<Program.Start> how) throws Exception {
        program = new Program(how.apply(new Program.Start(shelf, world.resolve("settings"), "", "")),
                Clock.systemUTC());
        Screen.show(stage, program);
    }

    /** Changes the batch before the program is shown. */
    protected void prepare() throws Exception {}

    @AfterEach
    void stop() throws Exception {
        Screen.end(program);
    }

    /** The model of the visible desk. */
    protected DeskModel model() {
        return ((Desk) program.frame().place()).model();
    }

    /** Waits until the desk is shown completely and the pages have the focus. */
    protected void atDesk(FxRobot robot) {
        waitFor(() -> program.frame().place() instanceof Desk && leaf(robot) != null && leaf(robot).getWidth() > 100
                && Screen.isThere(robot, "#private-note") && Screen.isFocused(robot, ".page-roll"));
    }
}

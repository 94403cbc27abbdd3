package org.epiglyph.desktop.marking;

import java.nio.file.Path;
import java.time.Clock;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** The plain batch at the desk, without a window, created for each test. */
public abstract class AtBareDesk {
    @TempDir
    protected Path folder;
    protected Workspace workspace;
    protected DeskModel desk;

    @BeforeEach
    void openDesk() throws Exception {
        workspace = Workspace.open(BareBatch.at(folder.resolve("batch")), Clock.systemUTC());
        desk = new DeskModel(workspace, Progress.of(workspace), new Settings(folder.resolve("settings")),
                Clock.systemUTC(), Runnable::run,
                Runnable::run);
    }

    @AfterEach
    void closeDesk() throws Exception {
        desk.close();
        workspace.close();
    }
}

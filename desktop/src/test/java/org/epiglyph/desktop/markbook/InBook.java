package org.epiglyph.desktop.markbook;

import org.epiglyph.core.batch.Batch;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.testfx.api.FxRobot;

/** The small batch in its mark book. */
abstract class InBook extends InWindow {
    final void open(FxRobot robot) {
        robot.interact(() -> program.toMarkBook(batch.folder()));
        Screen.waitFor(() -> Screen.isFocused(robot, "#book-sheet"));
    }

    final Batch now() {
        return program.openBatch().orElseThrow().batch();
    }
}

package org.epiglyph.desktop.shelf;

import java.nio.file.Path;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.workspace.Overview;
import org.epiglyph.workspace.Summary;
import org.epiglyph.workspace.Workspace;
import org.slf4j.LoggerFactory;

/**
 * What the shelf says of one batch.
 *
 * @param folder    where it is
 * @param title     its task
 * @param module    the course
 * @param received  students of whom something was received
 * @param students  the whole class
 * @param scored    submissions with every score
 * @param sealed    sealed submissions, those handed back included
 * @param back      submissions handed back
 * @param damage   what is not whole about it; empty where nothing is
 * @param trouble   why it cannot be opened; empty where it can
 */
record BatchLine(Path folder, String title, String module, int received, int students, int scored, int sealed, int back,
        String damage, String trouble) {
    /** What stands below the title: the course, and the folder's name where that is another. */
    String below() {
        String name = String.valueOf(folder.getFileName());
        String folderName = name.equals(title) ? "" : name;
        return module.isEmpty() || folderName.isEmpty() ? module + folderName : module + "  \u00b7  " + folderName;
    }

    static BatchLine of(Path folder) {
        try {
            Overview overview = Overview.at(folder);
            Summary of = overview.summary();
            return new BatchLine(folder, of.title(), of.module(), of.received(), of.students(), of.scored(),
                    of.sealed(), of.handedBack(), overview.damage().inWords(), "");
        } catch (Problem e) {
            return unreadable(folder, e.getMessage());
        } catch (RuntimeException | StackOverflowError e) {
            LoggerFactory.getLogger(BatchLine.class).error("A batch cannot be shown", e);
            return unreadable(folder, Words.of("Shelf.fault"));
        }
    }

    private static BatchLine unreadable(Path folder, String why) {
        return new BatchLine(folder, String.valueOf(folder.getFileName()), "", 0, 0, 0, 0, 0, "", why);
    }
}

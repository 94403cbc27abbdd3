package org.epiglyph.desktop.care;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.desktop.frame.Aside;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.workspace.Workspace;

/** Work on what belongs to the whole batch: says what was done or why not, steps back, reads and writes files. */
public abstract class Care {
    private final Workspace workspace;
    private final Aside aside;
    private final ReadOnlyStringWrapper notice = new ReadOnlyStringWrapper("");
    private final ReadOnlyStringWrapper said = new ReadOnlyStringWrapper("");

    /**
     * Tends an open batch.
     *
     * @param aside reads, writes and plans, so that the interface goes on
     */
    protected Care(Workspace workspace, Aside aside) {
        this.workspace = workspace;
        this.aside = aside;
    }

    public Workspace workspace() {
        return workspace;
    }

    protected Aside aside() {
        return aside;
    }

    /** What was done, in words; empty after the next thing. */
    public ReadOnlyStringProperty saidProperty() {
        return said.getReadOnlyProperty();
    }

    /** What could not be done and why; empty after the next thing that could. */
    public ReadOnlyStringProperty noticeProperty() {
        return notice.getReadOnlyProperty();
    }

    /** Says what was done. */
    public void say(String words) {
        notice.set("");
        said.set(words);
    }

    /** Says what could not be done and why. */
    public void refuse(String words) {
        said.set("");
        notice.set(words);
    }

    public boolean canUndo() {
        return workspace.canUndo(Optional.empty());
    }

    public boolean canRedo() {
        return workspace.canRedo(Optional.empty());
    }

    /** Takes back the last change of the whole batch. */
    public void undo() {
        step(said -> workspace.undo(Optional.empty(), said));
    }

    public void redo() {
        step(said -> workspace.redo(Optional.empty(), said));
    }

    private void step(Consumer<Consumer<EditRefused>> how) {
        beforeStep();
        List<String> passedOver = new ArrayList<>();
        try {
            how.accept(e -> passedOver.add(e.getMessage()));
            say(passedOver.isEmpty() ? "" : Words.of("Frame.passedOver", String.join(" ", passedOver)));
        } catch (EditRefused e) {
            refuse(e.getMessage());
        }
        afterStep();
    }

    /** Called before a step back or forth. */
    protected void beforeStep() {}

    /** Called after a step back or forth, whether it could be done or not. */
    protected abstract void afterStep();

    /** Reads something aside; where that fails, says why. */
    protected <T> void reading(Aside.Work<T> work, Consumer<T> then) {
        aside.start(work, then, this::refuse);
    }

    /** Makes a file's bytes and writes them aside, and says so. */
    protected void writing(Path file, Aside.Work<byte[]> bytes) {
        aside.start(() -> {
            byte[] made = bytes.run();
            try {
                return Files.write(file, made);
            } catch (IOException e) {
                throw new Problem(Words.of("Care.notWritten", file, e.getMessage()), e);
            }
        }, written -> say(Words.of("Care.written", written.getFileName())), this::refuse);
    }
}

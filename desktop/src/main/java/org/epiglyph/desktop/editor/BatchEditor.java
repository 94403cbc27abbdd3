package org.epiglyph.desktop.editor;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.Steps;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.workspace.Workspace;

/**
 * Edits what belongs to the whole batch: reports what was done or why not, undoes and redoes, reads and writes files.
 */
public abstract class BatchEditor {
    private final Workspace workspace;
    private final SerialExecutor serial;
    private final ReadOnlyStringWrapper notice = new ReadOnlyStringWrapper("");
    private final ReadOnlyStringWrapper message = new ReadOnlyStringWrapper("");

    /**
     * Edits an open batch.
     *
     * @param serial reads, writes and plans off the interface thread
     */
    protected BatchEditor(Workspace workspace, SerialExecutor serial) {
        this.workspace = workspace;
        this.serial = serial;
    }

    public Workspace workspace() {
        return workspace;
    }

    protected SerialExecutor serial() {
        return serial;
    }

    /** What was done; empty after the next act. */
    public ReadOnlyStringProperty messageProperty() {
        return message.getReadOnlyProperty();
    }

    /** What could not be done and why; empty after the next act that could. */
    public ReadOnlyStringProperty noticeProperty() {
        return notice.getReadOnlyProperty();
    }

    /** Says what was done. */
    public void report(String text) {
        notice.set("");
        message.set(text);
    }

    /** Says what could not be done and why. */
    public void refuse(String text) {
        message.set("");
        notice.set(text);
    }

    public boolean canUndo() {
        return workspace.canUndo(Optional.empty());
    }

    public boolean canRedo() {
        return workspace.canRedo(Optional.empty());
    }

    /** Undoes the last change of the whole batch. */
    public void undo() {
        step(skipped -> workspace.undo(Optional.empty(), skipped));
    }

    public void redo() {
        step(skipped -> workspace.redo(Optional.empty(), skipped));
    }

    private void step(Function<Consumer<EditRefused>, Optional<Entry>> how) {
        beforeStep();
        Steps.Outcome outcome = Steps.run(how);
        if (outcome.refusal().isEmpty()) {
            report(outcome.skipped());
        } else {
            refuse(outcome.refusal());
        }
        afterStep();
    }

    /** Called before undo or redo. */
    protected void beforeStep() {}

    /** Called after undo or redo, whether it could be done or not. */
    protected abstract void afterStep();

    /** Reads something in the background; if that fails, reports why. */
    protected <T> void reading(SerialExecutor.Work<T> work, Consumer<T> then) {
        serial.start(work, then, this::refuse);
    }

    /** Makes a file's bytes and writes them in the background, and reports it. */
    protected void writing(Path file, SerialExecutor.Work<byte[]> bytes) {
        serial.start(() -> {
            byte[] made = bytes.run();
            try {
                return Files.write(file, made);
            } catch (IOException e) {
                throw new Problem(UiText.of("Editor.notWritten", file, e.getMessage()), e);
            }
        }, written -> report(UiText.of("Editor.written", written.getFileName())), this::refuse);
    }
}

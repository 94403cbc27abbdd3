package org.epiglyph.desktop.marking;

import java.time.Instant;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.batch.Chronicle;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.desktop.frame.Steps;

/** The history of the submission on the desk: undo, redo, and earlier states, shown or restored. */
public final class Past {
    private final DeskModel model;
    private final ReadOnlyObjectWrapper<Optional<Earlier>> earlier = new ReadOnlyObjectWrapper<>(Optional.empty());

    Past(DeskModel model) {
        this.model = model;
    }

    /**
     * The submission as it was.
     *
     * @param at         when
     * @param submission how it was then
     */
    public record Earlier(Instant at, Submission submission) {}

    /** The earlier state that is shown; empty while the desk shows the present. */
    public ReadOnlyObjectProperty<Optional<Earlier>> earlierProperty() {
        return earlier.getReadOnlyProperty();
    }

    boolean isLookedAt() {
        return earlier.get().isPresent();
    }

    /** Stops showing an earlier state. */
    void forget() {
        earlier.set(Optional.empty());
    }

    /** Shows the submission on the desk as it was; it can be looked at, not changed. */
    public void showEarlier(Earlier then) {
        model.writing().finish();
        model.chosen().none();
        earlier.set(Optional.of(then));
        model.show(then.submission());
    }

    /** Shows the present again. */
    public void showPresent() {
        if (isLookedAt()) {
            forget();
            model.show(model.batch().submission(model.student()));
        }
    }

    /** Restores the state that is shown, as one edit that can be undone. */
    public void bringBack() {
        earlier.get().ifPresent(then -> {
            showPresent();
            model.edit(Chronicle.bringBack(then.submission()));
        });
    }

    public boolean canUndo() {
        return model.workspace().canUndo(Optional.of(model.student()));
    }

    public boolean canRedo() {
        return model.workspace().canRedo(Optional.of(model.student()));
    }

    /** Undoes the last change of the submission on the desk. */
    public void undo() {
        step(skipped -> model.workspace().undo(Optional.of(model.student()), skipped));
    }

    /** Redoes what was undone last. */
    public void redo() {
        step(skipped -> model.workspace().redo(Optional.of(model.student()), skipped));
    }

    public boolean canUndoBatch() {
        return model.workspace().canUndo(Optional.empty());
    }

    /** Undoes the last change of several submissions, or of the batch. */
    public void undoBatch() {
        step(skipped -> model.workspace().undo(Optional.empty(), skipped));
    }

    private void step(Function<Consumer<EditRefused>, Optional<Entry>> how) {
        showPresent();
        model.writing().forget();
        Steps.Outcome outcome = Steps.run(how);
        if (outcome.refusal().isEmpty()) {
            model.report(outcome.skipped());
        } else {
            model.refuse(outcome.refusal() + outcome.skipped());
        }
    }
}

package org.epiglyph.desktop.spoken;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.util.Duration;
import org.epiglyph.carrier.Speaking;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.SpeakingHabit;
import org.epiglyph.sound.Take;
import org.epiglyph.workspace.Workspace;

/**
 * One recording at a time: started, watched, and saved with the student about whose work it was started, whoever is on
 * the desk by then. The batch stays open until it is saved. For the interface thread.
 */
public final class SpeakingModel {
    private static final Duration LOOK = Duration.millis(60);
    private final DeskModel model;
    private final Sounds sounds;
    private final Runnable released;
    private final SerialExecutor work = SerialExecutor.thread();
    private final ReadOnlyObjectWrapper<Optional<Now>> now = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final IntegerProperty minutes = new SimpleIntegerProperty(SpeakingHabit.FRESH.minutes());
    private final Timeline look = new Timeline(new KeyFrame(LOOK, _ -> look()));
    private Optional<Speaking> speaking = Optional.empty();
    private Optional<Workspace.Hold> hold = Optional.empty();
    private Consumer<String> kept = _ -> {};
    private boolean stopWanted;
    private boolean throwAway;
    private long most;

    /**
     * The recording in progress.
     *
     * @param student about whose work
     * @param remark  id of the remark that is recorded again; empty for a new one
     * @param length  so far, in milliseconds
     * @param left    how much longer it may become, in milliseconds
     * @param level   loudness, 0 to 1
     */
    public record Now(StudentKey student, SpokenPlace place, String remark, long length, long left, double level) {}

    /** @param released called when the batch is no longer held */
    public SpeakingModel(DeskModel model, Sounds sounds, Settings settings, Runnable released) {
        this.model = model;
        this.released = released;
        this.sounds = sounds;
        work.start(settings::speaking, habit -> {
            minutes.set(habit.minutes());
            minutes.subscribe((_, now) -> save(settings, new SpeakingHabit(now.intValue())));
        }, model::refuse);
        look.setCycleCount(Animation.INDEFINITE);
        recover();
        model.submissionProperty().addListener((_, before, after) -> {
            boolean opened = before.student().key().equals(after.student().key()) && before.sealed()
                    && !after.sealed();
            if (opened) {
                recover(); // what was recorded when it was sealed
            }
        });
    }

    private void save(Settings settings, SpeakingHabit habit) {
        work.start(() -> {
            settings.save(habit);
            return habit;
        }, _ -> {}, model::refuse);
    }

    /** The recording in progress; empty if there is none. */
    public ReadOnlyObjectProperty<Optional<Now>> nowProperty() {
        return now.getReadOnlyProperty();
    }

    /** The maximum length of a remark in minutes. */
    public IntegerProperty minutesProperty() {
        return minutes;
    }

    public boolean isSpeaking() {
        return now.get().isPresent();
    }

    /** Receives the id of each saved remark. */
    public void onKept(Consumer<String> then) {
        kept = then;
    }

    private void recover() {
        if (model.workspace().damage().isNone()) {
            work.start(() -> Speaking.recover(model.workspace()), students -> {
                if (!students.isEmpty()) {
                    model.report(UiText.of("Spoken.recovered", students.size(),
                            model.batch().submission(students.getFirst()).student().name()));
                }
            }, model::refuse);
        }
    }

    /**
     * Starts recording about the work on the desk.
     *
     * @param again the remark that is recorded again; empty for a new one
     */
    public void begin(SpokenPlace place, Optional<SpokenRemark> again) {
        if (isSpeaking()) {
            return;
        }
        if (model.submission().sealed()) {
            model.refuse(UiText.of("Spoken.sealed"));
            return;
        }
        try {
            hold = Optional.of(model.workspace().hold());
        } catch (EditRefused e) {
            model.refuse(e.getMessage());
            return;
        }
        StudentKey student = model.student();
        most = minutes.get() * 60_000L;
        stopWanted = false;
        throwAway = false;
        now.set(Optional.of(
                new Now(student, place, again.map(SpokenRemark::id).orElse(""), 0, most, 0)));
        work.start(() -> Speaking.begin(model.workspace(), student, place, again, sounds.microphone(), most),
                this::started, why -> {
                    over();
                    model.refuse(why);
                });
    }

    private void started(Speaking begun) {
        speaking = Optional.of(begun);
        look.play();
        if (stopWanted) {
            end();
        }
    }

    private void look() {
        speaking.ifPresent(s -> {
            Take.State state = s.state();
            now.set(now.get()
                    .map(n -> new Now(n.student, n.place, n.remark, state.length(),
                            Math.max(0, most - state.length()), state.level())));
            if (!state.running()) {
                end();
                state.ended().ifPresent(why -> model.refuse(why.text()));
            }
        });
    }

    /** Stops and saves it. */
    public void save() {
        stop(false);
    }

    /** Stops and deletes it. */
    public void discard() {
        stop(true);
    }

    private void stop(boolean away) {
        if (isSpeaking()) {
            throwAway = away;
            stopWanted = true;
            end();
        }
    }

    private void end() {
        if (speaking.isEmpty()) {
            return; // it is still being started
        }
        Speaking ending = speaking.get();
        boolean away = throwAway;
        speaking = Optional.empty();
        look.stop();
        work.start(() -> {
            if (away) {
                ending.discard();
                return Optional.<String>empty();
            }
            return ending.keep() ? Optional.of(ending.remark()) : Optional.<String>empty();
        }, id -> {
            over();
            id.ifPresentOrElse(kept, () -> model.refuse(UiText.of(away ? "Spoken.thrownAway" : "Spoken.tooShort")));
        }, why -> {
            over();
            model.refuse(why);
        });
    }

    private void over() {
        look.stop();
        now.set(Optional.empty());
        hold.ifPresent(Workspace.Hold::close);
        hold = Optional.empty();
        released.run();
    }
}

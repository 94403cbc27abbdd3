package org.epiglyph.desktop.spoken;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.spoken.Samples;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.Speech;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.sound.WaveFile;

/** Plays spoken remarks, whole or sentence by sentence. For the interface thread. */
public final class ListeningModel {
    private final DeskModel model;
    private final Sounds sounds;
    private final SerialExecutor playing = SerialExecutor.thread();
    private final SerialExecutor reading = SerialExecutor.thread();
    private final ReadOnlyObjectWrapper<Optional<Now>> now = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final Map<String, List<Span>> pieces = new HashMap<>();
    private AtomicBoolean stop = new AtomicBoolean();

    /**
     * What is being played.
     *
     * @param remark id of the remark
     * @param at     the playing position, in milliseconds from the recording's beginning
     */
    public record Now(String remark, long at) {}

    public ListeningModel(DeskModel model, Sounds sounds) {
        this.model = model;
        this.sounds = sounds;
    }

    /** What is being played; empty if nothing is. */
    public ReadOnlyObjectProperty<Optional<Now>> nowProperty() {
        return now.getReadOnlyProperty();
    }

    public boolean isHeard(String remark) {
        return now.get().filter(n -> n.remark.equals(remark)).isPresent();
    }

    /** Plays a piece of a remark, stopping what is being played. */
    public void listen(SpokenRemark remark, Span span) {
        stop();
        AtomicBoolean stopped = new AtomicBoolean();
        stop = stopped;
        now.set(Optional.of(new Now(remark.id(), span.from())));
        playing.start(() -> {
            sounds.loudspeaker()
                    .play(read(remark).piece(span), stopped::get,
                            at -> Platform.runLater(() -> at(stopped, remark.id(), span.from() + at)));
            return true;
        }, _ -> ended(stopped), why -> {
            ended(stopped);
            model.refuse(why);
        });
    }

    private void at(AtomicBoolean whose, String remark, long at) {
        if (!whose.get() && whose == stop) {
            now.set(Optional.of(new Now(remark, at)));
        }
    }

    private void ended(AtomicBoolean whose) {
        if (whose == stop) {
            now.set(Optional.empty());
        }
    }

    public void stop() {
        stop.set(true);
        now.set(Optional.empty());
    }

    /** The pieces of a remark between its pauses, within the audible span; reported at once if they are known. */
    public void sentences(SpokenRemark remark, Consumer<List<Span>> then) {
        String sound = remark.sound().sha256();
        if (pieces.containsKey(sound)) {
            then.accept(heard(pieces.get(sound), remark.heard()));
            return;
        }
        reading.start(() -> Speech.pieces(read(remark)), found -> {
            pieces.put(sound, found);
            then.accept(heard(found, remark.heard()));
        }, model::refuse);
    }

    private Samples read(SpokenRemark remark) throws Problem {
        try {
            return WaveFile.read(model.workspace().folder().original(Document.of(remark)));
        } catch (IOException e) {
            throw new Problem(UiText.of("Spoken.missing"), e);
        }
    }

    private static List<Span> heard(List<Span> pieces, Span heard) {
        return pieces.stream()
                .filter(p -> p.to() > heard.from() && p.from() < heard.to())
                .map(p -> new Span(Math.max(p.from(), heard.from()), Math.min(p.to(), heard.to())))
                .toList();
    }
}

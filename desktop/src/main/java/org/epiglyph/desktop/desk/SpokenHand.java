package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.ledger.Ledger;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.spoken.ListeningModel;
import org.epiglyph.desktop.spoken.SpeakingModel;

/** Recording by keys: about the selected mark, the focused criterion, or else the whole. */
final class SpokenHand {
    /** A key held longer than this ends the remark when it is released, in nanoseconds. */
    private static final long HELD = 700_000_000;
    private final DeskModel model;
    private final SpeakingModel speaking;
    private final ListeningModel listening;
    private final SpokenSide side;
    private final Consumer<Mark> go;
    private Ledger ledger;
    private SideSheet sheet;
    private Optional<Long> pressed = Optional.empty();

    /** @param go shows a mark on its page */
    SpokenHand(DeskModel model, DeskTools tools, Consumer<Mark> go) {
        this.model = model;
        this.go = go;
        speaking = new SpeakingModel(model, tools.sounds(), tools.settings(), tools.released());
        listening = new ListeningModel(model, tools.sounds());
        side = new SpokenSide(model, speaking, listening, this::show);
    }

    Side side() {
        return side;
    }

    /** Connects it with the ledger and the sheet, which are created later. */
    void connect(Ledger scores, SideSheet remarks) {
        ledger = scores;
        sheet = remarks;
        scores.leadToSpoken(this::show);
    }

    List<Act> acts() {
        return List.of(Act.of("Desk.act.speak", "O", this::speak),
                Act.of("Desk.act.speak", "Shortcut+Shift+M", this::speak));
    }

    /** Starts recording, or stops and saves. */
    private void speak() {
        pressed = Optional.of(System.nanoTime());
        SpokenPlace place = place();
        sheet.show(side.name());
        side.speak(place);
    }

    /** Shows what a remark is about. */
    private void show(SpokenPlace place) {
        switch (place.kind()) {
            case MARK -> model.submission().findMark(place.subject()).ifPresent(go);
            case CRITERION -> {
                model.scores().criterionProperty().set(place.subject());
                ledger.focusCriterion();
            }
            case WHOLE -> ledger.focusOnTheWhole();
        }
    }

    /** Shows a remark, with the caret in its text. */
    private void show(String remark) {
        sheet.show(side.name());
        side.write(remark);
    }

    /** A key was released: one that was held to record ends the remark. */
    void released() {
        boolean held = pressed.filter(p -> System.nanoTime() - p > HELD).isPresent();
        pressed = Optional.empty();
        if (held) {
            speaking.save();
        }
    }

    private SpokenPlace place() {
        return model.chosen().one().map(m -> SpokenPlace.ofMark(m.id())).orElseGet(() -> {
            String criterion = model.scores().criterionProperty().get();
            return TypingLine.isWithin(ledger.getScene().getFocusOwner(), ledger) && !criterion.isEmpty()
                    ? SpokenPlace.ofCriterion(criterion)
                    : SpokenPlace.WHOLE;
        });
    }

    /** The desk is left: a recording is saved, playback stops. */
    void end() {
        speaking.save();
        listening.stop();
    }

    /** Ids of the marks with spoken remarks, one for each remark. */
    static List<String> marks(Submission submission) {
        return submission.spoken()
                .stream()
                .filter(s -> s.place().kind() == SpokenPlace.Kind.MARK)
                .map(s -> s.place().subject())
                .toList();
    }
}

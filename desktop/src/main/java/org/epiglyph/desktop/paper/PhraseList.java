package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Slots;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * The phrases for a few letters, below the field in which they are typed. Slots are asked for before a phrase is taken.
 */
public final class PhraseList extends VBox {
    private static final int MOST = 6;
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private final DeskModel model;
    private final BiConsumer<Phrase, String> taken;
    private final Runnable left;
    private List<Phrase> found = List.of();
    private int chosen;

    /**
     * @param taken receives the phrase and its text for this student
     * @param left  called when the question is cancelled; the field gets the focus back
     */
    public PhraseList(DeskModel model, BiConsumer<Phrase, String> taken, Runnable left) {
        this.model = model;
        this.taken = taken;
        this.left = left;
        getStyleClass().add("phrase-list");
        showing(false);
    }

    private void showing(boolean shown) {
        setVisible(shown);
        setManaged(shown);
    }

    /** Shows the phrases for the letters; empty for no search. */
    public void search(Optional<String> letters) {
        found = letters.map(l -> model.writing().phrases(l).stream().limit(MOST).toList()).orElse(List.of());
        chosen = 0;
        show();
    }

    /** True while phrases are shown, or a slot is asked for. */
    public boolean isOffering() {
        return isVisible();
    }

    private void show() {
        getChildren().clear();
        for (int i = 0; i < found.size(); i++) {
            Phrase candidate = found.get(i);
            Label row = new Label(candidate.code() + "  " + candidate.shown() + effect(candidate));
            row.setWrapText(true);
            row.setMaxWidth(Double.MAX_VALUE);
            row.setMinHeight(USE_PREF_SIZE); // or the rows would move under the hand once there is room for all
            row.getStyleClass().add("phrase-row");
            row.pseudoClassStateChanged(CHOSEN, i == chosen);
            row.setOnMousePressed(e -> {
                e.consume();
                take(candidate);
            });
            getChildren().add(row);
        }
        showing(!found.isEmpty());
    }

    private String effect(Phrase of) {
        String criterion = model.batch().scheme().findCriterion(of.criterion()).map(Criterion::name).orElse("");
        String points = of.effect().map(e -> Criterion.format(e).replace('-', '\u2212')).orElse("");
        String both = (criterion + " " + points).strip();
        return both.isEmpty() ? "" : "  (" + both + ")";
    }

    /** Up, down and Enter while phrases are shown; true if the key was handled. */
    public boolean key(KeyEvent event) {
        if (found.isEmpty()) {
            return false;
        }
        if (event.getCode() == KeyCode.ENTER && !event.isShiftDown()) {
            take(found.get(chosen));
            return true;
        }
        if (event.getCode() == KeyCode.DOWN || event.getCode() == KeyCode.UP) {
            chosen = Math.floorMod(chosen + (event.getCode() == KeyCode.DOWN ? 1 : -1), found.size());
            show();
            return true;
        }
        return false;
    }

    /** Takes a phrase, asking for its slots first. */
    public void take(Phrase phrase) {
        ask(phrase, Slots.of(phrase.text()), new ArrayList<>());
    }

    private void ask(Phrase phrase, Slots slots, List<String> answers) {
        List<Slots.Part> asked = slots.asked();
        if (answers.size() == asked.size()) {
            search(Optional.empty());
            taken.accept(phrase, slots.filled(model.submission().student().givenName(), answers));
            return;
        }
        found = List.of();
        SlotQuestion question = new SlotQuestion(asked.get(answers.size()), answer -> {
            answers.add(answer);
            ask(phrase, slots, answers);
        }, () -> {
            search(Optional.empty());
            left.run();
        });
        getChildren().setAll(question);
        showing(true);
        question.focus();
    }
}

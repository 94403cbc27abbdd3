package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.ReadingDirection;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.spoken.ListeningModel;

/** A spoken remark: what it is about, how to play it, and its text, for which it is played sentence by sentence. */
final class SpokenEntry extends VBox {
    private static final KeyCombination NEXT = new KeyCodeCombination(KeyCode.PERIOD, KeyCombination.SHORTCUT_DOWN);
    private static final KeyCombination AGAIN = new KeyCodeCombination(KeyCode.COMMA, KeyCombination.SHORTCUT_DOWN);
    private static final int ROWS = 4;
    private final DeskModel model;
    private final ListeningModel listening;
    private final StudentKey student;
    private final String id;
    private final TextArea area;
    private final Button listen;
    private final Label sentence = new Label();
    private int at = -1;

    /**
     * @param place what it is about, as text
     * @param go    shows what it is about
     * @param again records it again
     */
    SpokenEntry(DeskModel model, ListeningModel listening, SpokenRemark remark, String place, Runnable go,
            Runnable again) {
        this.model = model;
        this.listening = listening;
        this.student = model.student();
        this.id = remark.id();
        getStyleClass().add("spoken-entry");
        boolean sealed = model.submission().sealed();
        Button about = button("about", UiText.of("Spoken.entry", place, remark.heard().format()), "link-button", go);
        about.getStyleClass().add("spoken-title");
        about.setMaxWidth(Double.MAX_VALUE);
        listen = button("listen", UiText.of("Spoken.listen"), "plain-button", this::listen);
        area = ReadingDirection.of(new TextArea(remark.text()));
        layOutText(place, !sealed);
        sentence.getStyleClass().add("hint");
        sentence.setWrapText(true);
        sentence.setText(UiText.of("Spoken.keys"));
        getChildren().addAll(about, acts(again, sealed));
        silence(remark, sealed).ifPresent(getChildren()::add);
        getChildren().addAll(Form.label("Spoken.words", area), area, sentence);
        listening.nowProperty()
                .subscribe(() -> listen.setText(UiText.of(listening.isHeard(id) ? "Spoken.quiet" : "Spoken.listen")));
    }

    private void layOutText(String place, boolean editable) {
        area.setId("spoken-words-" + id);
        area.setWrapText(true);
        area.setPrefRowCount(ROWS);
        area.setEditable(editable);
        area.setPromptText(UiText.of("Spoken.wordsPrompt"));
        area.setAccessibleText(UiText.of("Spoken.words") + ", " + place);
        SaveOnLeave.moveFocusWithTab(area);
        area.textProperty().addListener((_, _, typed) -> write(typed));
        area.addEventFilter(KeyEvent.KEY_PRESSED, this::playKey);
    }

    private FlowPane acts(Runnable again, boolean sealed) {
        FlowPane acts = new FlowPane(listen);
        acts.getStyleClass().add("spoken-acts");
        if (!sealed) {
            acts.getChildren().add(button("again", UiText.of("Spoken.again"), "plain-button", again));
            acts.getChildren()
                    .add(button("remove", UiText.of("Spoken.remove"), "plain-button",
                            () -> model.edit(new Edit.RemoveSpoken(student, id))));
        }
        return acts;
    }

    private Button button(String name, String text, String style, Runnable act) {
        Button button = new Button(text);
        button.setId(name + "-" + id);
        button.getStyleClass().add(style);
        button.setWrapText(true);
        button.setOnAction(_ -> act.run());
        return button;
    }

    /** Silence was cut at the ends; all of it can be played again. */
    private Optional<Node> silence(SpokenRemark remark, boolean sealed) {
        boolean whole = remark.heard().equals(new Span(0, remark.length()));
        if (sealed) {
            return Optional.empty();
        }
        return Optional.of(whole
                ? button("cut", UiText.of("Spoken.cut"), "link-button", () -> listening.sentences(remark, this::cut))
                : button("whole", UiText.of("Spoken.whole", new Span(0, remark.length() - remark.heard().length())
                        .format()), "link-button", () -> change(r -> r.withHeard(new Span(0, r.length())))));
    }

    private void cut(List<Span> sentences) {
        if (sentences.isEmpty()) {
            model.refuse(UiText.of("Spoken.silent"));
        } else {
            change(r -> r.withHeard(new Span(sentences.getFirst().from(), sentences.getLast().to())));
        }
    }

    private void change(UnaryOperator<SpokenRemark> change) {
        remark().ifPresent(r -> model.edit(new Edit.KeepSpoken(student, change.apply(r))));
    }

    private Optional<SpokenRemark> remark() {
        return model.batch().submission(student).findSpoken(id);
    }

    private void listen() {
        if (listening.isHeard(id)) {
            listening.stop();
        } else {
            remark().ifPresent(r -> listening.listen(r, r.heard()));
        }
    }

    private void write(String typed) {
        if (remark().filter(r -> !r.text().equals(typed.strip())).isPresent()) {
            change(r -> r.withText(typed));
        }
    }

    /** Shows text that was undone, or changed other than by this field. */
    void refresh() {
        remark().filter(r -> !r.text().equals(area.getText().strip())).ifPresent(r -> area.setText(r.text()));
    }

    void focusText() {
        area.requestFocus();
    }

    private void playKey(KeyEvent e) {
        if (NEXT.match(e) || AGAIN.match(e)) {
            e.consume();
            boolean next = NEXT.match(e);
            remark().ifPresent(r -> listening.sentences(r, all -> play(r, all, next)));
        }
    }

    private void play(SpokenRemark remark, List<Span> sentences, boolean next) {
        if (sentences.isEmpty()) {
            sentence.setText(UiText.of("Spoken.silent"));
            return;
        }
        at = next ? (at + 1) % sentences.size() : Math.max(0, Math.min(at, sentences.size() - 1));
        sentence.setText(UiText.of("Spoken.sentence", at + 1, sentences.size()));
        listening.listen(remark, sentences.get(at));
    }
}

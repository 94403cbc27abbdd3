package org.epiglyph.desktop.desk;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Words;

/**
 * The field in which a remark is written, at its mark. Enter keeps the words, Esc leaves them as they were, a slash at
 * the beginning searches the phrasebook. What is typed is kept also when the field loses the focus.
 */
final class RemarkField extends VBox {
    private static final int MOST_PHRASES = 6;
    private final DeskModel model;
    private final TextArea words = new TextArea();
    private final VBox list = new VBox();
    private final Label hint = new Label();
    private String mark = "";
    private Audience audience = Audience.STUDENT;
    private String phrase = "";
    private List<Phrase> found = List.of();
    private int chosen;

    RemarkField(DeskModel model) {
        this.model = model;
        getStyleClass().add("remark-field");
        words.setId("remark");
        words.setWrapText(true);
        words.setPrefRowCount(2);
        words.setPromptText(Words.of("Desk.remarkPrompt"));
        words.setAccessibleText(Words.of("Desk.remarkPrompt"));
        list.getStyleClass().add("phrase-list");
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        getChildren().addAll(words, list, hint);
        words.textProperty().addListener((_, _, _) -> search());
        words.addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
        words.focusedProperty().addListener((_, _, focused) -> {
            if (!focused && isWriting()) {
                keep();
            }
        });
    }

    private boolean isWriting() {
        return model.writingProperty().get().filter(mark::equals).isPresent();
    }

    /** This field with the mark's words in it; what is being typed stays as it is. */
    RemarkField over(Mark of) {
        if (!of.id().equals(mark)) {
            mark = of.id();
            audience = of.remark().audience();
            phrase = of.remark().phrase();
            words.setText(of.remark().words());
            words.positionCaret(words.getLength());
            search();
            javafx.application.Platform.runLater(() -> {
                words.requestFocus();
                words.positionCaret(words.getLength());
            });
        }
        return this;
    }

    private boolean isSearching() {
        return words.getText().startsWith("/");
    }

    private void search() {
        found = isSearching()
                ? model.phrases(words.getText().substring(1)).stream().limit(MOST_PHRASES).toList()
                : List.of();
        chosen = 0;
        show();
    }

    private void show() {
        list.getChildren().clear();
        for (int i = 0; i < found.size(); i++) {
            Phrase candidate = found.get(i);
            Label row = new Label(candidate.code() + "  " + candidate.words() + effect(candidate));
            row.setWrapText(true);
            row.setMaxWidth(Double.MAX_VALUE);
            row.getStyleClass().add("phrase-row");
            row.pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("chosen"), i == chosen);
            row.setOnMousePressed(e -> {
                e.consume();
                take(candidate);
            });
            list.getChildren().add(row);
        }
        String audienceHint = audience == Audience.PRIVATE
                ? Words.of("Desk.writingPrivate")
                : Words.of("Desk.writingHint");
        hint.setText(isSearching()
                ? found.isEmpty() ? Words.of("Desk.noPhrase") : Words.of("Desk.phraseHint")
                : audienceHint);
        if (getParent() instanceof Margin margin) {
            javafx.application.Platform.runLater(margin::refresh);
        }
    }

    private String effect(Phrase of) {
        String criterion = model.batch().scheme().findCriterion(of.criterion()).map(Criterion::name).orElse("");
        String points = of.effect().map(e -> Criterion.words(e).replace('-', '\u2212')).orElse("");
        String both = (criterion + " " + points).strip();
        return both.isEmpty() ? "" : "  (" + both + ")";
    }

    private void onKey(KeyEvent event) {
        switch (event.getCode()) {
            case ENTER -> {
                if (event.isShiftDown()) {
                    words.replaceSelection("\n");
                } else if (isSearching() && !found.isEmpty()) {
                    take(found.get(chosen));
                } else {
                    keep();
                }
            }
            case ESCAPE -> {
                String before = mark;
                mark = "";
                if (model.writingProperty().get().filter(before::equals).isPresent()) {
                    model.finishWriting();
                }
            }
            case DOWN, UP -> {
                if (found.isEmpty()) {
                    return;
                }
                chosen = Math.floorMod(chosen + (event.getCode() == KeyCode.DOWN ? 1 : -1), found.size());
                show();
            }
            case P -> {
                if (!event.isShortcutDown()) {
                    return;
                }
                audience = audience == Audience.PRIVATE ? Audience.STUDENT : Audience.PRIVATE;
                show();
            }
            default -> {
                return;
            }
        }
        event.consume();
    }

    private void take(Phrase taken) {
        phrase = taken.id();
        finish(new Remark(taken.words(), audience, taken.id()));
    }

    /** Keeps the words; words changed by hand no longer are the phrase's. */
    private void keep() {
        if (isSearching()) {
            model.finishWriting();
            mark = "";
            return;
        }
        boolean still = model.batch()
                .phrasebook()
                .find(phrase)
                .filter(p -> p.words().equals(words.getText().strip()))
                .isPresent();
        finish(new Remark(words.getText(), audience, still ? phrase : ""));
    }

    private void finish(Remark remark) {
        mark = "";
        model.finishWriting(remark);
    }
}

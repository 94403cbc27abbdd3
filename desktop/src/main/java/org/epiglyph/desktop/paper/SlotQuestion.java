package org.epiglyph.desktop.paper;

import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.phrases.Slots;
import org.epiglyph.desktop.frame.UiText;

/** Asks for a slot of a phrase: a number, a text, or one of several. */
final class SlotQuestion extends VBox {
    private final Label asked = new Label();
    private final Consumer<String> answered;
    private Runnable focus = () -> {};

    /**
     * @param answered receives the answer
     * @param left     called when Esc cancels
     */
    SlotQuestion(Slots.Part part, Consumer<String> answered, Runnable left) {
        this.answered = answered;
        getStyleClass().add("slot-question");
        asked.getStyleClass().add("hint");
        getChildren().add(asked);
        switch (part) {
            case Slots.Number(String what) -> field(what.isEmpty() ? UiText.of("Phrase.number") : what, true);
            case Slots.FreeText(String what) -> field(what.isEmpty() ? UiText.of("Phrase.words") : what, false);
            case Slots.OneOf choice -> choices(choice);
            default -> throw new IllegalArgumentException("Nothing is asked for " + part);
        }
        addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                e.consume();
                left.run();
            }
        });
    }

    void focus() {
        Platform.runLater(focus);
    }

    private void field(String what, boolean number) {
        asked.setText(what);
        TextField field = new TextField();
        field.setId("slot-answer");
        field.setAccessibleText(what);
        field.setOnAction(e -> {
            e.consume();
            String typed = field.getText().strip();
            boolean fits = !typed.isEmpty() && (!number || typed.matches("[-+\u2212]?\\d+([.,]\\d+)?"));
            if (fits) {
                answered.accept(typed);
            } else {
                asked.setText(UiText.of(number ? "Phrase.noNumber" : "Phrase.noWords", what));
            }
        });
        focus = field::requestFocus;
        getChildren().add(field);
    }

    private void choices(Slots.OneOf choice) {
        asked.setText(UiText.of("Phrase.oneOf"));
        FlowPane row = new FlowPane();
        row.getStyleClass().add("slot-choices");
        for (int i = 0; i < choice.choices().size(); i++) {
            String text = choice.choices().get(i);
            Button button = new Button((i + 1) + "  " + text);
            button.getStyleClass().add("filter");
            button.setOnAction(_ -> answered.accept(text));
            row.getChildren().add(button);
        }
        row.addEventFilter(KeyEvent.KEY_TYPED, e -> {
            int digit = e.getCharacter().isEmpty() ? -1 : e.getCharacter().charAt(0) - '1';
            if (digit >= 0 && digit < choice.choices().size()) {
                e.consume();
                answered.accept(choice.choices().get(digit));
            }
        });
        focus = () -> row.getChildren().getFirst().requestFocus();
        getChildren().add(row);
    }
}

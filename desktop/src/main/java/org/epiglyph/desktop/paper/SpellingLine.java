package org.epiglyph.desktop.paper;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.FlowPane;
import javafx.util.Duration;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.spelling.Spelling;

/**
 * Below a field: the words that are not in the dictionary, each a button that shows suggestions. Shown as text, so that
 * nothing depends on colour, and reached by Tab.
 */
public final class SpellingLine extends FlowPane {
    private static final int MOST_SHOWN = 4;
    private final TextInputControl field;
    private final Spelling spelling;
    private final Supplier<String> language;
    private final Runnable resized;
    private final PauseTransition pause = new PauseTransition(Duration.millis(400));
    private long asked;

    /** @param resized called when the height of the line has changed */
    public SpellingLine(TextInputControl field, Spelling spelling, Supplier<String> language, Runnable resized) {
        this.field = field;
        this.spelling = spelling;
        this.language = language;
        this.resized = resized;
        getStyleClass().add("spelling-line");
        pause.setOnFinished(_ -> check());
        field.textProperty().addListener((_, _, _) -> pause.playFromStart());
        setManaged(false);
    }

    /** A word is looked up once it is finished: not while the caret is at its end. */
    private void check() {
        String text = field.getText();
        int caret = field.getCaretPosition();
        boolean focused = field.isFocused();
        String tag = language.get();
        long number = ++asked;
        Thread.ofVirtual().start(() -> {
            List<Spelling.Unknown> unknown = text.startsWith("/") ? List.of() : spelling.unknown(text, tag);
            Set<String> named = new HashSet<>();
            List<Spelling.Unknown> finished = unknown.stream()
                    .filter(u -> !focused || u.start() + u.text().length() != caret)
                    .filter(u -> named.add(u.text()))
                    .limit(MOST_SHOWN)
                    .toList();
            Platform.runLater(() -> {
                if (number == asked) {
                    show(finished);
                }
            });
        });
    }

    private void show(List<Spelling.Unknown> unknown) {
        getChildren().clear();
        if (!unknown.isEmpty()) {
            Label label = new Label(UiText.of("Spelling.unknown"));
            label.getStyleClass().add("hint");
            getChildren().add(label);
        }
        for (Spelling.Unknown word : unknown) {
            Button button = button(word.text(), () -> suggest(word));
            button.getStyleClass().add("unknown-word");
            getChildren().add(button);
        }
        settle(!unknown.isEmpty());
    }

    private void suggest(Spelling.Unknown word) {
        pause.stop(); // pending input must not remove the suggestions again
        String tag = language.get();
        long number = ++asked;
        Thread.ofVirtual().start(() -> {
            List<String> suggestions = spelling.suggestions(word.text(), tag);
            Platform.runLater(() -> {
                if (number == asked) {
                    showSuggestions(word, suggestions);
                }
            });
        });
    }

    private void showSuggestions(Spelling.Unknown word, List<String> suggestions) {
        getChildren().setAll(new Label(word.text() + ":"));
        for (String suggestion : suggestions) {
            getChildren().add(button(suggestion, () -> exchange(word, suggestion)));
        }
        Button add = button(UiText.of("Spelling.add"), () -> {
            Thread.ofVirtual().start(() -> {
                spelling.add(word.text());
                Platform.runLater(this::check);
            });
            field.requestFocus();
        });
        add.setId("add-word");
        getChildren().add(add);
        settle(true);
        getChildren().get(1).requestFocus();
    }

    private void exchange(Spelling.Unknown word, String other) {
        String now = field.getText();
        int end = word.start() + word.text().length();
        if (end <= now.length() && now.substring(word.start(), end).equals(word.text())) {
            field.replaceText(word.start(), end, other);
        }
        field.requestFocus();
    }

    private Button button(String text, Runnable act) {
        Button button = new Button(text);
        button.getStyleClass().addAll("link-button", "spelling-word");
        button.setOnAction(_ -> act.run());
        return button;
    }

    private void settle(boolean shown) {
        setManaged(shown);
        setVisible(shown);
        resized.run();
    }
}

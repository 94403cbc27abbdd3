package org.epiglyph.desktop.frame;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.animation.PauseTransition;
import javafx.scene.TraversalDirection;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.util.Duration;
import org.epiglyph.core.scoring.Decimal;

/** Fields that save when they are left, when Enter is pressed, or shortly after typing; choices that save at once. */
public final class SaveOnLeave {
    private static final Duration AFTER_TYPING = Duration.millis(400);

    private SaveOnLeave() {}

    /** A timer that saves shortly after the last keystroke; to be restarted with each one. */
    public static PauseTransition afterTyping(Runnable save) {
        PauseTransition pause = new PauseTransition(AFTER_TYPING);
        pause.setOnFinished(_ -> save.run());
        return pause;
    }

    public static TextField field(String value, Consumer<String> keep) {
        TextField field = new TextField(value);
        String[] last = {value};
        Runnable now = () -> {
            String typed = field.getText().strip();
            if (!typed.equals(last[0])) {
                last[0] = typed;
                keep.accept(typed);
            }
        };
        field.setOnAction(_ -> now.run());
        field.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                now.run();
            }
        });
        return field;
    }

    public static TextArea area(String value, int rows, Consumer<String> keep) {
        TextArea area = ReadingDirection.of(new TextArea(value));
        area.setWrapText(true);
        area.setPrefRowCount(rows);
        moveFocusWithTab(area);
        String[] last = {value};
        area.focusedProperty().addListener((_, _, focused) -> {
            String typed = area.getText().strip();
            if (!focused && !typed.equals(last[0])) {
                last[0] = typed;
                keep.accept(typed);
            }
        });
        return area;
    }

    /** Makes Tab go to the next field, as everywhere else, instead of into the text. */
    public static void moveFocusWithTab(TextArea area) {
        area.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.TAB && !e.isShortcutDown() && !e.isAltDown()) {
                e.consume();
                area.requestFocusTraversal(e.isShiftDown() ? TraversalDirection.PREVIOUS : TraversalDirection.NEXT);
            }
        });
    }

    public static <T> ComboBox<T> choice(List<T> all, T now, Function<T, String> describe, Consumer<T> keep) {
        ComboBox<T> choice = new ComboBox<>();
        choice.getItems().setAll(all);
        choice.setConverter(Form.shownAs(describe));
        choice.setValue(now);
        choice.setMaxWidth(Double.MAX_VALUE);
        choice.valueProperty().addListener((_, before, chosen) -> {
            if (chosen != null && !chosen.equals(before)) {
                keep.accept(chosen);
            }
        });
        return choice;
    }

    /** @throws IllegalArgumentException with a message for the marker */
    public static BigDecimal number(String typed) {
        try {
            return Decimal.of(typed);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(UiText.of("Scheme.noNumber", typed), e);
        }
    }

    /**
     * A whole number, or empty if nothing was typed.
     *
     * @throws IllegalArgumentException with a message for the marker
     */
    public static Optional<Integer> whole(String typed) {
        try {
            return optional(typed).map(BigDecimal::intValueExact);
        } catch (ArithmeticException e) {
            throw new IllegalArgumentException(UiText.of("Scheme.noWhole", typed), e);
        }
    }

    public static Optional<BigDecimal> optional(String typed) {
        return typed.isBlank() ? Optional.empty() : Optional.of(number(typed));
    }
}

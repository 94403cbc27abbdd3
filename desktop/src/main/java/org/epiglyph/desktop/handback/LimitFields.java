package org.epiglyph.desktop.handback;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Limits;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** The limits within which the marker wants to look again; each is saved when it is entered or left. */
final class LimitFields extends VBox {
    private static final BigDecimal MOST_PERCENT = BigDecimal.valueOf(100);
    private static final BigDecimal MOST_POINTS = BigDecimal.valueOf(1000);

    LimitFields(LookOverModel lookOver) {
        Label heading = Form.text(UiText.of("HandBack.limits"), "field-label");
        Limits now = lookOver.batch().aids().limits();
        Label refused = new Label();
        refused.getStyleClass().add("notice");
        refused.setWrapText(true);
        refused.managedProperty().bind(refused.textProperty().isNotEmpty());
        TextField below = number("limit-words", now.remarkBelow());
        TextField near = number("limit-boundary", now.nearBoundary());
        Runnable keep = () -> refused.setText(save(lookOver, below, near));
        for (TextField field : List.of(below, near)) {
            field.setOnAction(_ -> keep.run());
            field.focusedProperty().addListener((_, _, focused) -> {
                if (!focused) {
                    keep.run();
                }
            });
        }
        getChildren().addAll(heading, limit("HandBack.limit.words", below), limit("HandBack.limit.boundary", near),
                refused);
        getStyleClass().add("way-out-limits");
    }

    /**
     * Saves what is typed.
     *
     * @return why it is refused; empty if it is saved
     */
    private static String save(LookOverModel lookOver, TextField below, TextField near) {
        try {
            Limits typed = new Limits(read(below, MOST_PERCENT), read(near, MOST_POINTS));
            if (!typed.equals(lookOver.batch().aids().limits())) {
                lookOver.limit(typed);
            }
            return "";
        } catch (IllegalArgumentException e) {
            return e.getMessage();
        }
    }

    private static TextField number(String id, Optional<BigDecimal> value) {
        TextField field = new TextField(value.map(Criterion::format).orElse(""));
        field.setId(id);
        field.setPrefColumnCount(4);
        field.setMinWidth(Region.USE_PREF_SIZE);
        return field;
    }

    private static HBox limit(String key, TextField field) {
        Label label = new Label(UiText.of(key));
        label.setLabelFor(field);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        HBox.setHgrow(label, Priority.ALWAYS);
        label.setMaxWidth(Double.MAX_VALUE);
        HBox line = new HBox(label, field);
        line.getStyleClass().add("field-line");
        return line;
    }

    /** @throws IllegalArgumentException if it is not such a number, with a message for the marker */
    private static Optional<BigDecimal> read(TextField field, BigDecimal most) {
        String typed = field.getText().strip().replace("%", "");
        if (typed.isEmpty()) {
            return Optional.empty();
        }
        String refusal = UiText.of("HandBack.limit.refused", typed, Criterion.format(most));
        try {
            BigDecimal number = Decimal.of(typed);
            if (number.signum() < 0 || number.compareTo(most) > 0) {
                throw new IllegalArgumentException(refusal);
            }
            return Optional.of(number);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(refusal, e);
        }
    }
}

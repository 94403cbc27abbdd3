package org.epiglyph.desktop.desk;

import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.spoken.SpeakingModel;

/** A remark being recorded: its loudness, its time, the time left, and how to end it. */
final class RecordLine extends VBox {
    private static final PseudoClass SHORT = PseudoClass.getPseudoClass("short");
    private static final long SOON = 15_000;
    /** Below this level, in decibels of full scale, the meter shows nothing. */
    private static final double FLOOR = -54;
    private final Label about = new Label();
    private final Label time = new Label();
    private final Label left = new Label();
    private final Region level = new Region();
    private final StackPane gauge = new StackPane(level);
    private long shownSeconds = -1;

    RecordLine(SpeakingModel speaking) {
        getStyleClass().add("record-line");
        about.setId("spoken-of");
        about.setWrapText(true);
        about.getStyleClass().add("tells");
        time.setId("spoken-time");
        time.getStyleClass().add("spoken-time");
        left.setId("spoken-left");
        left.getStyleClass().add("hint");
        level.getStyleClass().add("sound-level");
        gauge.getStyleClass().add("sound-gauge");
        gauge.setAccessibleRole(AccessibleRole.PROGRESS_INDICATOR);
        gauge.setAccessibleText(UiText.of("Spoken.level"));
        gauge.setAlignment(Pos.CENTER_LEFT);
        level.setMaxWidth(0);
        Button keep = Form.button("Spoken.stop", "main-button", speaking::save);
        keep.setId("stop-speaking");
        Button away = Form.button("Spoken.throwAway", "plain-button", speaking::discard);
        away.setId("throw-away");
        Region between = new Region();
        HBox.setHgrow(between, Priority.ALWAYS);
        HBox times = new HBox(time, between, left);
        times.getStyleClass().add("record-times");
        HBox acts = new HBox(keep, away);
        acts.getStyleClass().add("record-acts");
        getChildren().addAll(about, times, gauge, acts);
        speaking.nowProperty().subscribe(this::show);
    }

    void about(String text) {
        about.setText(UiText.of("Spoken.speaking", text));
    }

    private void show(Optional<SpeakingModel.Now> speaking) {
        speaking.ifPresent(n -> {
            time.setText(minutes(n.length()));
            left.setText(UiText.of("Spoken.left", new Span(0, n.left()).format()));
            left.pseudoClassStateChanged(SHORT, n.left() < SOON);
            double loud = n.level() <= 0 ? 0 : Math.clamp(1 - 20 * Math.log10(n.level()) / FLOOR, 0, 1);
            level.setMaxWidth(loud * gauge.getWidth());
            long seconds = n.length() / 1000;
            if (seconds != shownSeconds) { // not at every poll, which a screen reader would read out
                shownSeconds = seconds;
                setAccessibleText(time.getText() + ", " + left.getText());
            }
        });
    }

    private static String minutes(long millis) {
        return new Span(0, millis / 1000 * 1000).format();
    }
}

package org.epiglyph.desktop.collect;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.exchange.sheet.WrittenTime;

/** When the work was due: time, zone, grace. */
final class TimesEditor {
    private static final DateTimeFormatter TYPED = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");
    private static final int LONGEST_GRACE_MINUTES = 60 * 24 * 60;
    private final TextField due = new TextField();
    private final ComboBox<String> zone = new ComboBox<>();
    private final TextField grace = new TextField();
    private final Label said = Form.words("", "finding-words");
    private final Button use;
    private final Task before;
    private final VBox root;

    TimesEditor(CollectModel model, Runnable close) {
        before = model.planProperty().get().task();
        due.setId("due");
        zone.setId("zone");
        grace.setId("grace");
        due.setPromptText("2026-03-13 18:00");
        due.setText(before.due().map(d -> TYPED.format(d.atZone(before.zone()))).orElse(""));
        zone.getItems().setAll(ZoneId.getAvailableZoneIds().stream().sorted().toList());
        zone.setValue(before.zone().getId());
        grace.setText(Long.toString(before.grace().toMinutes()));
        use = Form.button("Collect.times.use", "main-button", () -> {
            Task other = read().orElseThrow();
            close.run();
            model.change(p -> p.useTask(other));
        });
        use.setId("use-times");
        Button cancel = Form.button("Collect.cancel", "link-button", close);
        cancel.setId("cancel");
        root = new VBox(Form.words(Words.of("Collect.times.heading"), "subheading"), Form.hint("Collect.times.hint"),
                Form.labelled("Collect.times.due", due), new VBox(Form.label("Collect.times.zone", zone), zone),
                Form.labelled("Collect.times.grace", grace), said, Form.lastLine(cancel, use));
        root.getStyleClass().add("editor");
        due.textProperty().addListener((_, _, _) -> refresh());
        grace.textProperty().addListener((_, _, _) -> refresh());
        zone.valueProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    Node node() {
        return root;
    }

    private Optional<Task> read() {
        ZoneId in = ZoneId.of(zone.getValue());
        Optional<Instant> when = WrittenTime.read(due.getText(), in);
        String minutes = grace.getText().strip();
        boolean graceFits = minutes.matches("\\d{1,6}") && Integer.parseInt(minutes) <= LONGEST_GRACE_MINUTES;
        if (when.isEmpty() && !due.getText().isBlank() || !graceFits) {
            return Optional.empty();
        }
        Task zoned = new Task(before.id(), before.module(), before.title(), before.instructions(), when, in,
                before.maximum(),
                Duration.ofMinutes(Integer.parseInt(minutes)), before.extensions());
        return Optional.of(zoned);
    }

    private void refresh() {
        Optional<Task> task = read();
        use.setDisable(task.isEmpty());
        said.setText(task.isPresent() ? "" : Words.of("Collect.times.bad", due.getText(), grace.getText()));
    }
}

package org.epiglyph.desktop.collect;

import org.epiglyph.desktop.frame.Form;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.sheet.WrittenTime;

/** When the work was due: time, zone, grace. */
final class TimesEditor implements Editor {
    private static final DateTimeFormatter TYPED = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");
    private static final int LONGEST_GRACE_MINUTES = 60 * 24 * 60;
    private final TextField due = new TextField();
    private final ComboBox<String> zone = new ComboBox<>();
    private final TextField grace = new TextField();
    private final TextArea extensions = new TextArea();
    private final CollectPlan plan;
    private final Label message = Form.text("", "finding-words");
    private final Button use;
    private final Task before;
    private final VBox root;

    TimesEditor(CollectModel model, Runnable close) {
        plan = model.planProperty().get();
        before = plan.task();
        fill();
        use = Form.button("Collect.times.use", "main-button", () -> {
            Task other = read().orElseThrow();
            close.run();
            model.change(p -> p.withTask(other));
        });
        use.setId("use-times");
        Button cancel = Form.button("Collect.cancel", "link-button", close);
        cancel.setId("cancel");
        root = new VBox(Form.text(UiText.of("Collect.times.heading"), "subheading"), Form.hint("Collect.times.hint"),
                Form.labelled("Collect.times.due", due), new VBox(Form.label("Collect.times.zone", zone), zone),
                Form.labelled("Collect.times.grace", grace),
                Form.labelledArea("Collect.times.extensions", extensions), message, Form.lastLine(cancel, use));
        root.getStyleClass().add("editor");
        due.textProperty().addListener((_, _, _) -> refresh());
        grace.textProperty().addListener((_, _, _) -> refresh());
        zone.valueProperty().addListener((_, _, _) -> refresh());
        extensions.textProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    private void fill() {
        extensions.setId("extensions");
        extensions.setPrefRowCount(4);
        extensions.setPromptText(UiText.of("Collect.times.extensionsPrompt"));
        before.extensions()
                .forEach((key, until) -> extensions
                        .appendText(key + " " + TYPED.format(until.atZone(before.zone())) + "\n"));
        due.setId("due");
        zone.setId("zone");
        grace.setId("grace");
        due.setPromptText("2026-03-13 18:00");
        due.setText(before.due().map(d -> TYPED.format(d.atZone(before.zone()))).orElse(""));
        zone.getItems().setAll(ZoneId.getAvailableZoneIds().stream().sorted().toList());
        zone.setValue(before.zone().getId());
        grace.setText(Long.toString(before.grace().toMinutes()));
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public Node first() {
        return due;
    }

    /** The task with these times; empty if something cannot be parsed, which is then reported. */
    private Optional<Task> read() {
        ZoneId in = ZoneId.of(zone.getValue());
        Optional<Instant> when = WrittenTime.read(due.getText(), in);
        String minutes = grace.getText().strip();
        boolean graceFits = minutes.matches("\\d{1,6}") && Integer.parseInt(minutes) <= LONGEST_GRACE_MINUTES;
        if (when.isEmpty() && !due.getText().isBlank() || !graceFits) {
            message.setText(UiText.of("Collect.times.bad", due.getText(), grace.getText()));
            return Optional.empty();
        }
        Map<StudentKey, Instant> longer = new LinkedHashMap<>();
        for (String line : extensions.getText().lines().map(String::strip).filter(l -> !l.isEmpty()).toList()) {
            int blank = line.indexOf(' ');
            StudentKey key = new StudentKey(blank < 0 ? line : line.substring(0, blank));
            Optional<Instant> until = WrittenTime.read(blank < 0 ? "" : line.substring(blank), in);
            if (until.isEmpty() || plan.roster().find(key).isEmpty()) {
                message.setText(UiText.of("Collect.times.badExtension", line));
                return Optional.empty();
            }
            longer.put(key, until.get());
        }
        message.setText("");
        return Optional.of(new Task(before.id(), before.module(), before.title(), before.instructions(), when, in,
                before.maximum(), Duration.ofMinutes(Integer.parseInt(minutes)), longer));
    }

    private void refresh() {
        use.setDisable(read().isEmpty());
    }
}

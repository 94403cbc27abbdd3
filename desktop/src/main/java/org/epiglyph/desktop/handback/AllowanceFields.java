package org.epiglyph.desktop.handback;

import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.Allowing;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.record.Allowance;
import org.epiglyph.exchange.sheet.WrittenTime;

/** What the selected students are allowed: their own due time, further hand-ins, or nothing to hand in. */
final class AllowanceFields extends VBox {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d.M.yyyy H:mm");
    private final HandBackModel model;
    private final Label heading = new Label();
    private final TextField until = new TextField();
    private final TextField times = new TextField();
    private final CheckBox excused = new CheckBox(UiText.of("HandBack.allow.excused"));
    private final Label refused = Form.text("", "notice");
    private List<StudentKey> students = List.of();
    /** The initial content of the fields; a field left so changes nothing, student by student. */
    private String shownUntil = "";
    private boolean excusedTouched;

    /** @param way the service's address and token, as typed when the record is told */
    AllowanceFields(HandBackModel model, Supplier<Way> way) {
        this.model = model;
        heading.getStyleClass().add("field-label");
        until.setId("allow-until");
        times.setId("allow-times");
        excused.setId("allow-excused");
        excused.setOnAction(_ -> excusedTouched = true);
        refused.managedProperty().bind(refused.textProperty().isNotEmpty());
        Button tell = Form.button("HandBack.allow.tell", "plain-button", () -> send(way.get()));
        tell.setId("allow-tell");
        tell.disableProperty().bind(model.background().busyProperty());
        getChildren().addAll(heading, Form.labelled("HandBack.allow.until", until),
                Form.labelled("HandBack.allow.times", times), excused, refused, tell);
        getStyleClass().add("way-out-limits");
    }

    /** Where the record is. */
    record Way(String address, String token) {}

    /** Shows what these students are allowed, if they are not the ones shown already. */
    void show(List<StudentKey> chosen) {
        setVisible(!chosen.isEmpty());
        setManaged(!chosen.isEmpty());
        if (chosen.equals(students)) {
            return;
        }
        students = List.copyOf(chosen);
        heading.setText(chosen.size() == 1
                ? UiText.of("HandBack.allow.one", model.name(chosen.getFirst()))
                : UiText.of("HandBack.allow.several", chosen.size()));
        Allowance now = chosen.isEmpty() ? Allowance.NONE : Allowing.of(model.batch(), chosen.getFirst());
        boolean same = chosen.stream().allMatch(s -> Allowing.of(model.batch(), s).equals(now));
        until.setText(same ? now.extendedTo().map(this::written).orElse("") : "");
        excused.setSelected(same && now.excused());
        shownUntil = until.getText();
        excusedTouched = false;
        until.setPromptText(same ? "" : UiText.of("HandBack.allow.different"));
        times.setText("");
        times.setPromptText(UiText.of("HandBack.allow.asItIs"));
        refused.setText("");
    }

    private String written(Instant at) {
        return WHEN.format(at.atZone(model.batch().task().zone()));
    }

    private void send(Way way) {
        refused.setText("");
        Optional<Instant> at = WrittenTime.read(until.getText(), model.batch().task().zone());
        String count = times.getText().strip();
        if (at.isEmpty() && !until.getText().isBlank()) {
            refused.setText(UiText.of("HandBack.allow.noTime", until.getText().strip()));
        } else if (!count.matches("\\d{0,2}")) {
            refused.setText(UiText.of("HandBack.allow.noCount", count));
        } else {
            model.record()
                    .allow(way.address(), way.token(), students,
                            new Allowing.Wish(!until.getText().strip().equals(shownUntil), at,
                                    excusedTouched ? Optional.of(excused.isSelected()) : Optional.empty(),
                                    count.isEmpty() ? Optional.empty() : Optional.of(Integer.valueOf(count))));
        }
    }
}

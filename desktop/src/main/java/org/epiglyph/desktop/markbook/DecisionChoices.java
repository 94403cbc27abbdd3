package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Decision;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Scaling;
import org.epiglyph.desktop.frame.UiText;

/** What can be decided for many at once: one of several, each with its fields, which are shown while it is selected. */
final class DecisionChoices extends VBox {
    private final ToggleGroup what = new ToggleGroup();
    private final Map<RadioButton, Supplier<Decision>> decisions = new LinkedHashMap<>();
    private final Runnable changed;
    private final TextField grade;
    private final TextField begins;

    /**
     * @param column  the column of the cursor
     * @param changed called when another decision is selected or its fields change
     */
    DecisionChoices(BookModel model, Supplier<Optional<Column>> column, Runnable changed) {
        this.changed = changed;
        getStyleClass().add("decision-choices");
        grade = field("grade", 9);
        begins = field("begins", 5);
        standings();
        deviations();
        scalings(model);
        choice("boundary", () -> new Decision.Boundary(grade.getText().strip(), number(begins)), grade, begins);
        worth(model, column);
        what.selectedToggleProperty().addListener((_, _, _) -> changed.run());
    }

    private void standings() {
        choice("zero", () -> Decision.Settle.ZERO);
        choice("notAttempted", () -> Decision.Settle.NOT_ATTEMPTED);
        choice("excused", () -> Decision.Settle.EXCUSED);
        choice("seal", Decision.Seal::new);
    }

    private void deviations() {
        TextField by = field("points", 5);
        TextField why = field("why", 14);
        choice("moderate", () -> new Decision.Moderate(number(by), why.getText().strip()), by, why);
        TextField percent = field("percent", 5);
        TextField because = field("because", 14);
        choice("late",
                () -> new Decision.Late(Optional.of(new OwnLateness(number(percent), because.getText().strip()))),
                percent, because);
        choice("lateAsAll", () -> new Decision.Late(Optional.empty()));
        TextField marker = field("marker", 14);
        choice("assign", () -> new Decision.Assign(marker.getText().strip()), marker);
    }

    private void scalings(BookModel model) {
        TextField factor = field("factor", 5);
        TextField shift = field("shift", 5);
        choice("line", () -> new Decision.Scale(Optional.of(new Scaling(number(factor), number(shift)))), factor,
                shift);
        TextField points = field("curvePoints", 22);
        choice("curve", () -> new Decision.Scale(Optional.of(Scaling.through(Scaling.points(points.getText())))),
                points);
        choice("root", () -> new Decision.Scale(Optional.of(Scaling.root(model.batch().task().maximum()))));
        TextField mean = field("mean", 5);
        TextField spread = field("spread", 5);
        choice("meanAndSpread", () -> new Decision.Spread(number(mean), number(spread)), mean,
                spread);
        choice("unscaled", () -> new Decision.Scale(Optional.empty()));
    }

    private void worth(BookModel model, Supplier<Optional<Column>> column) {
        TextField maximum = field("maximum", 5);
        CheckBox percents = new CheckBox(UiText.of("MarkBook.decide.keepPercents"));
        percents.setId("decision-percents");
        percents.setOnAction(_ -> changed.run());
        choice("worth", () -> new Decision.Maximum(criterion(column.get()), number(maximum),
                percents.isSelected() ? SchemeChange.Keep.PERCENT : SchemeChange.Keep.POINTS), maximum, percents);
    }

    private static String criterion(Optional<Column> column) {
        return column.map(c -> c instanceof Column.OfCriterion(String id) ? id : "").orElse("");
    }

    private TextField field(String name, int columns) {
        TextField field = new TextField();
        field.setId("decision-" + name);
        field.setPrefColumnCount(columns);
        field.setPromptText(UiText.of("MarkBook.decide." + name));
        field.setAccessibleText(UiText.of("MarkBook.decide." + name));
        field.textProperty().addListener((_, _, _) -> changed.run());
        HBox.setHgrow(field, Priority.ALWAYS);
        return field;
    }

    private void choice(String name, Supplier<Decision> decision, Node... fields) {
        RadioButton button = new RadioButton(UiText.of("MarkBook.decide." + name));
        button.setId("decide-" + name);
        button.setWrapText(true);
        button.setMinHeight(USE_PREF_SIZE);
        button.setToggleGroup(what);
        decisions.put(button, decision);
        getChildren().add(button);
        if (fields.length > 0) {
            HBox line = new HBox(fields);
            line.getStyleClass().add("decision-fields");
            line.visibleProperty().bind(button.selectedProperty());
            line.managedProperty().bind(line.visibleProperty());
            getChildren().add(line);
        }
    }

    private static BigDecimal number(TextField field) {
        try {
            return Decimal.of(field.getText());
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(UiText.of("MarkBook.decide.number", field.getPromptText()));
        }
    }

    /**
     * The decision selected, built from its fields; throws with a message if they are insufficient. Empty before
     * anything is selected.
     */
    Optional<Supplier<Decision>> chosen() {
        return Optional.ofNullable(decisions.get(what.getSelectedToggle()));
    }

    /** Selects moving a grade boundary to a number of points. */
    void moveBoundary(String word, BigDecimal points) {
        decisions.keySet()
                .stream()
                .filter(b -> "decide-boundary".equals(b.getId()))
                .forEach(b -> b.setSelected(true));
        grade.setText(word);
        begins.setText(Criterion.format(points));
    }
}

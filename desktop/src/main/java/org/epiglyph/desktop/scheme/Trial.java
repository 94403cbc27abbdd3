package org.epiglyph.desktop.scheme;

import java.math.BigDecimal;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;

/** A sample student: scores can be tried, and the result with its derivation follows. */
final class Trial extends VBox {
    private final SchemeModel model;
    private final GridPane grid = new GridPane();
    private final Label refusal = Form.text("", "refusal");
    private final TextField late;
    private final Label result = new Label();
    private final Label derivation = Form.text("", "derivation");

    Trial(SchemeModel model) {
        this.model = model;
        getStyleClass().add("scheme-trial");
        grid.getStyleClass().add("trial-grid");
        result.getStyleClass().add("total-figure");
        result.setId("trial-result");
        derivation.setId("trial-derivation");
        getChildren().addAll(Form.text(UiText.of("Scheme.trial"), "subheading"), Form.hint("Scheme.trialHint"), grid,
                refusal, result, derivation);
        late = SaveOnLeave.field("", typed -> {
            try {
                model.setSampleLateness(SaveOnLeave.optional(typed).orElse(BigDecimal.ZERO));
                refusal.setText("");
            } catch (IllegalArgumentException e) {
                refusal.setText(e.getMessage());
            }
            compute();
        });
        late.setId("trial-late");
        late.setPromptText("\u2013");
        late.setAccessibleText(UiText.of("Scheme.trialLate"));
        late.getStyleClass().add("trial-score");
        model.sampleProperty().addListener((_, _, _) -> {
            if (grid.getChildren().stream().anyMatch(Node::isFocused)) {
                compute(); // the field being typed in stays under the hand
            } else {
                refresh();
            }
        });
    }

    /** Shows the present criteria; the sample's scores stay. */
    void refresh() {
        grid.getChildren().clear();
        int row = 0;
        for (Criterion criterion : model.draft().criteria()) {
            if (!criterion.isScored()) {
                continue;
            }
            Judgement judgement = model.sampleProperty().get().judgement(criterion.id());
            String value = judgement.points()
                    .map(Criterion::format)
                    .or(() -> judgement.standing().map(s -> s == Standing.NOT_ATTEMPTED ? "n" : "x"))
                    .orElse("");
            TextField field = SaveOnLeave.field(value, typed -> {
                Optional<String> refused = model.scoreSample(criterion, typed);
                refusal.setText(refused.orElse(""));
            });
            field.setId("trial-" + criterion.id());
            field.setPromptText("\u2013");
            field.getStyleClass().add("trial-score");
            Label name = new Label(criterion.name());
            name.setLabelFor(field);
            name.setMinWidth(0);
            GridPane.setHgrow(name, Priority.ALWAYS);
            Label of = new Label("/ " + Criterion.format(criterion.maximum()));
            of.getStyleClass().add("score-of");
            grid.addRow(row++, name, field, of);
        }
        grid.addRow(row, new Label(UiText.of("Scheme.trialLate")), late, new Label(UiText.of("Scheme.hours")));
        compute();
    }

    private void compute() {
        Result now = model.sampleResult();
        result.setText(UiText.of(now.complete() ? "Scheme.trialResult" : "Scheme.trialSoFar",
                Criterion.format(now.value()), Criterion.format(now.maximum()))
                + now.finalGrade().map(g -> "  \u00b7  " + g).orElse(""));
        derivation.setText(String.join("\n", now.derivation()));
    }
}

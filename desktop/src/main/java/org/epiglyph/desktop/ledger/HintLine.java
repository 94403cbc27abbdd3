package org.epiglyph.desktop.ledger;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** What an open criterion says of its bounds, and on demand how its number came about. */
final class HintLine extends HBox {
    private final CriterionSayings sayings;
    private final Label hint = new Label();
    private final Label derivation = new Label();

    HintLine(Criterion criterion, CriterionSayings sayings) {
        this.sayings = sayings;
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        HBox.setHgrow(hint, Priority.ALWAYS);
        hint.setMaxWidth(Double.MAX_VALUE);
        Button why = new Button(UiText.of("Ledger.why"));
        why.getStyleClass().add("link-button");
        why.setId("why-" + criterion.id());
        why.setMinWidth(USE_PREF_SIZE);
        why.setFocusTraversable(false);
        why.setAccessibleText(UiText.of("Ledger.whyOf", criterion.name()));
        why.setOnAction(_ -> {
            Form.show(derivation, !derivation.isVisible());
            sayWhy();
        });
        derivation.getStyleClass().add("derivation");
        derivation.setWrapText(true);
        fold();
        getChildren().addAll(hint, why);
        getStyleClass().add("hint-line");
    }

    /** How the number came about; stands below this line, and is not seen before it is asked for. */
    Label derivation() {
        return derivation;
    }

    void show(Judgement judgement) {
        hint.setText(sayings.hint(judgement));
        sayWhy();
    }

    /** The derivation is computed only while it is looked at; the class's average goes through the whole class. */
    void sayWhy() {
        if (derivation.isVisible()) {
            derivation.setText(sayings.why());
        }
    }

    void fold() {
        Form.show(derivation, false);
    }
}

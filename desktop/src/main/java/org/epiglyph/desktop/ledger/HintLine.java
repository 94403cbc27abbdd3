package org.epiglyph.desktop.ledger;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/**
 * The bounds of an open criterion, or in their place what the pointer has just changed; and on demand the derivation of
 * its figure.
 */
final class HintLine extends HBox {
    private final CriterionText sayings;
    private final Label hint = new Label();
    private final Label derivation = new Label();

    private final ChangedLine changed;

    HintLine(Criterion criterion, CriterionText sayings, ChangedLine changed) {
        this.sayings = sayings;
        this.changed = changed;
        hint.visibleProperty().bind(changed.visibleProperty().not());
        hint.managedProperty().bind(hint.visibleProperty());
        changed.visibleProperty()
                .addListener((_, _, shown) -> setMinHeight(shown ? getHeight() : USE_COMPUTED_SIZE));
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
            showDerivation();
        });
        derivation.getStyleClass().add("derivation");
        derivation.setWrapText(true);
        fold();
        getChildren().addAll(hint, why);
        getStyleClass().add("hint-line");
    }

    /** The derivation; placed below this line, and hidden until it is asked for. */
    Label derivation() {
        return derivation;
    }

    void show(Judgement judgement) {
        hint.setText(sayings.hint(judgement));
        showDerivation();
    }

    /** The derivation is computed only while it is shown; the class's average reads the whole class. */
    void showDerivation() {
        if (derivation.isVisible()) {
            derivation.setText(sayings.why());
        }
    }

    /** Takes the change into this line, where it moves nothing that the pointer may be on its way to. */
    void takeChange() {
        if (!getChildren().contains(changed)) {
            HBox.setHgrow(changed, Priority.ALWAYS);
            getChildren().addFirst(changed);
        }
    }

    void fold() {
        Form.show(derivation, false);
    }
}

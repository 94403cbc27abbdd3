package org.epiglyph.desktop.ledger;

import java.math.BigDecimal;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** A change to the result, decided independently of the scores: points on the record's scale, and the reason. */
final class ModerationLine extends VBox {
    private final DeskModel model;
    private final TextField points;
    private final TextField why;
    private final Label refusal = Form.text("", "refusal");
    private StudentKey shown;

    ModerationLine(DeskModel model) {
        this.model = model;
        points = SaveOnLeave.field("", _ -> save());
        points.setId("moderation-points");
        points.getStyleClass().add("trial-score");
        points.setPromptText("\u2013");
        points.setAccessibleText(UiText.of("Ledger.moderationPoints"));
        why = SaveOnLeave.field("", _ -> save());
        why.setId("moderation-why");
        why.setPromptText(UiText.of("Ledger.moderationWhy"));
        why.setAccessibleText(UiText.of("Ledger.moderationWhy"));
        HBox.setHgrow(why, Priority.ALWAYS);
        Label label = new Label(UiText.of("Ledger.moderation"));
        label.setLabelFor(points);
        label.getStyleClass().add("field-label");
        HBox line = new HBox(points, why);
        line.getStyleClass().add("field-line");
        getStyleClass().add("moderation");
        getChildren().addAll(label, line, refusal);
        setVisible(false);
        setManaged(false);
    }

    /** Saves what is typed, unless another student is on the desk by now. */
    void save() {
        if (!model.student().equals(shown) || model.submission().sealed()) {
            return;
        }
        refusal.setText("");
        try {
            Optional<BigDecimal> typed = SaveOnLeave.optional(points.getText()).filter(p -> p.signum() != 0);
            Optional<Moderation> moderation = typed.map(p -> new Moderation(p, why.getText().strip()));
            if (!moderation.equals(model.submission().scores().moderation())) {
                model.edit(new Edit.Moderate(model.student(), moderation));
            }
        } catch (IllegalArgumentException e) {
            refusal.setText(e.getMessage());
        }
    }

    void show(Submission submission) {
        Optional<Moderation> moderation = submission.scores().moderation();
        boolean other = !submission.student().key().equals(shown);
        shown = submission.student().key();
        if (other || !points.isFocused()) {
            points.setText(moderation.map(m -> Criterion.format(m.points())).orElse(""));
        }
        if (other || !why.isFocused()) {
            why.setText(moderation.map(Moderation::why).orElse(other ? "" : why.getText()));
        }
        points.setEditable(!submission.sealed());
        why.setEditable(!submission.sealed());
    }
}

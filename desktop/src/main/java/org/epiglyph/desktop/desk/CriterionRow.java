package org.epiglyph.desktop.desk;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.PauseTransition;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Words;

/** One criterion in the ledger. The active one is open: its bounds, its scale, and why a number is refused. */
final class CriterionRow extends VBox {
    private static final PseudoClass ACTIVE = PseudoClass.getPseudoClass("active");
    private static final PseudoClass REFUSED = PseudoClass.getPseudoClass("refused");
    private final DeskModel model;
    private final Criterion criterion;
    private final TextField score = new TextField();
    private final Label hint = new Label();
    private final Label refusal = new Label();
    private final ScoreScale scale;
    private final PauseTransition pause = new PauseTransition(Duration.millis(500));

    /** @param next called with this row when its score is entered */
    CriterionRow(DeskModel model, Criterion criterion, Consumer<CriterionRow> next) {
        this.model = model;
        this.criterion = criterion;
        getStyleClass().add("criterion");
        Label name = new Label(criterion.name());
        name.setLabelFor(score);
        name.getStyleClass().add("criterion-name");
        if (!criterion.text().isEmpty()) {
            Tooltip.install(name, new Tooltip(criterion.text()));
        }
        score.getStyleClass().add("score");
        score.setId("score-" + criterion.id());
        score.setPromptText("\u2013");
        score.setAccessibleText(Words.of("Ledger.scoreSpoken", criterion.name(), Criterion.words(criterion.maximum())));
        Label of = new Label("/ " + Criterion.words(criterion.maximum()));
        of.getStyleClass().add("score-of");
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(name, space, score, of);
        line.getStyleClass().add("criterion-line");
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        refusal.getStyleClass().add("refusal");
        refusal.setId("refusal-" + criterion.id());
        refusal.setWrapText(true);
        scale = new ScoreScale(criterion, points -> {
            score.setText(Criterion.words(points));
            enter();
        });
        getChildren().addAll(line, hint, scale, refusal);
        setOnMousePressed(_ -> focusScore());
        score.focusedProperty().addListener((_, _, focused) -> {
            if (focused) {
                model.criterionProperty().set(criterion.id());
                score.selectAll();
            } else {
                leave();
            }
        });
        model.criterionProperty().addListener((_, _, _) -> unfold());
        score.textProperty().addListener((_, _, _) -> {
            if (score.isFocused()) {
                pause.playFromStart();
            }
        });
        pause.setOnFinished(_ -> keepIfValid());
        score.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER) {
                e.consume();
                if (enter()) {
                    next.accept(this);
                }
            } else if (e.getCode() == KeyCode.ESCAPE) {
                refresh(true);
            }
        });
        unfold();
    }

    Criterion criterion() {
        return criterion;
    }

    void focusScore() {
        score.requestFocus();
        score.selectAll();
    }

    /** Scores what is typed; false where it is refused, which is then said. */
    private boolean enter() {
        pause.stop();
        try {
            Optional<BigDecimal> points = model.points(criterion, score.getText());
            Optional<String> refused = model.score(criterion.id(), points);
            refused.ifPresentOrElse(this::refuse, () -> refuse(""));
            return refused.isEmpty();
        } catch (EditRefused e) {
            refuse(e.getMessage());
            score.selectAll();
            return false;
        }
    }

    /** Scores what is typed where that can be; says why not where it cannot. */
    void keepIfValid() {
        if (!model.submission().sealed()) {
            enter();
        }
    }

    /** What was typed and refused does not stay behind: the score as it is kept comes back. */
    private void leave() {
        if (pause.getStatus() == javafx.animation.Animation.Status.RUNNING) {
            enter();
        }
        refresh(true);
    }

    private void refuse(String why) {
        refusal.setText(why);
        score.pseudoClassStateChanged(REFUSED, !why.isEmpty());
        unfold();
    }

    /** Shows the score as it is; what is being typed is left alone unless asked otherwise. */
    void refresh(boolean whateverIsTyped) {
        Optional<BigDecimal> points = model.submission().scores().score(criterion.id());
        if (whateverIsTyped || !score.isFocused()) {
            pause.stop();
            score.setText(points.map(Criterion::words).orElse(""));
            refuse("");
        }
        score.setEditable(!model.submission().sealed());
        scale.show(points);
        scale.setDisable(model.submission().sealed());
        String effect = model.phraseEffect(criterion.id())
                .map(e -> "  \u00b7  " + Words.of("Ledger.phrases", Criterion.words(e).replace('-', '\u2212')))
                .orElse("");
        hint.setText(Words.of("Ledger.steps", Criterion.words(criterion.step()))
                + (points.isEmpty() ? "  \u00b7  " + Words.of("Ledger.notScored") : "") + effect);
    }

    private void unfold() {
        boolean active = model.criterionProperty().get().equals(criterion.id());
        pseudoClassStateChanged(ACTIVE, active);
        for (javafx.scene.Node node : new javafx.scene.Node[]{hint, scale}) {
            node.setVisible(active);
            node.setManaged(active);
        }
        refusal.setVisible(!refusal.getText().isEmpty());
        refusal.setManaged(refusal.isVisible());
    }
}

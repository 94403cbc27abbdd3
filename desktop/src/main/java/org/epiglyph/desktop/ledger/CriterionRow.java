package org.epiglyph.desktop.ledger;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PhraseHand;

/**
 * One criterion in the ledger. The active one is open: its bounds, its levels, parts or scale, its evidence and remark,
 * and why a number is refused.
 */
final class CriterionRow extends VBox {
    private static final PseudoClass ACTIVE = PseudoClass.getPseudoClass("active");
    private static final PseudoClass REFUSED = PseudoClass.getPseudoClass("refused");
    private final DeskModel model;
    private final Criterion criterion;
    private final Consumer<CriterionRow> next;
    private final Label name = new Label();
    private final TextField score = new TextField();
    private final Label of = new Label();
    private final Label settled = new Label();
    private final Label text = new Label();
    private final CriterionText sayings;
    private final HintLine hint;
    private final Optional<Choice> choice;
    private final CountLine count;
    private final EvidenceList evidence;
    private final AutosaveArea remarkArea;
    private final Label refusal = new Label();
    private final ChangedLine changed;
    /**
     * Nodes of an open row above the line that reports a change by pointer, so that the line moves nothing under the
     * pointer; created when needed, since styling them takes long.
     */
    private final List<Node> above = new ArrayList<>();
    private final PauseTransition pause = new PauseTransition(Duration.millis(500));
    /** The content of the score field when it last equalled the saved score. */
    private String savedScore = "";
    private boolean differs;
    private CriterionShown shown;
    /** Referenced only here, so that a row of a changed scheme can be collected. */
    private final ChangeListener<String> folding = (_, _, _) -> unfold();

    /**
     * @param next called with this row when its score is entered
     * @param go   shows a mark on its page
     */
    CriterionRow(DeskModel model, Criterion criterion, Consumer<CriterionRow> next, Consumer<Mark> go) {
        this.model = model;
        this.criterion = criterion;
        this.next = next;
        evidence = new EvidenceList(go);
        sayings = new CriterionText(model, criterion);
        changed = new ChangedLine(model, criterion);
        hint = new HintLine(criterion, sayings, changed);
        choice = choice();
        count = new CountLine(criterion, () -> showRefusal(model.scores().acceptCount(criterion)));
        remarkArea = new AutosaveArea(model, UiText.of("Ledger.onCriterion"), 1, Audience.STUDENT,
                written -> model.scores().write(criterion.id(), written));
        addStyles();
        getChildren().addAll(line(), settled, changed, refusal);
        above.addAll(List.of(text, hint, hint.derivation()));
        choice.map(Choice::node).ifPresent(above::add);
        showText(false);
        setOnMousePressed(e -> {
            e.consume();
            focusScore();
        });
        model.scores().criterionProperty().addListener(new WeakChangeListener<>(folding));
        watchRemark();
        watchScore();
        unfold();
    }

    private void addStyles() {
        remarkArea.area().setId("words-" + criterion.id());
        remarkArea.area().getStyleClass().add("on-criterion");
        getStyleClass().add("criterion");
        settled.getStyleClass().add("settled");
        settled.setWrapText(true);
        text.getStyleClass().add("criterion-text");
        text.setWrapText(true);
        text.setText(criterion.text().isEmpty() ? UiText.of("Ledger.noText") : criterion.text());
        refusal.getStyleClass().add("refusal");
        refusal.setId("refusal-" + criterion.id());
        refusal.setWrapText(true);
    }

    private void watchRemark() {
        remarkArea.focusWithinProperty().addListener((_, _, within) -> {
            if (within) {
                activate();
            } else if (model.submission().student().key().equals(model.student())) {
                remarkArea.saveNow();
            }
        });
    }

    private HBox line() {
        name.setText(criterion.name());
        name.setLabelFor(score);
        name.setMinWidth(0);
        name.getStyleClass().add("criterion-name");
        if (!criterion.text().isEmpty()) {
            Form.explain(name, criterion.text());
        }
        score.getStyleClass().add("score");
        score.setId("score-" + criterion.id());
        score.setMinWidth(USE_PREF_SIZE);
        score.setPromptText("\u2013");
        score.setAccessibleText(UiText.of(criterion.manner() instanceof Manner.Levels
                || criterion.manner() instanceof Manner.Checklist ? "Ledger.scoreOrLetterSpoken" : "Ledger.scoreSpoken",
                criterion.name(), Criterion.format(criterion.maximum())));
        Form.show(score, criterion.isScored());
        of.getStyleClass().add("score-of");
        HBox.setHgrow(name, Priority.ALWAYS);
        name.setMaxWidth(Double.MAX_VALUE);
        of.setMinWidth(USE_PREF_SIZE);
        HBox line = new HBox(name, score, of);
        line.getStyleClass().add("criterion-line");
        return line;
    }

    private Optional<Choice> choice() {
        return switch (criterion.manner()) {
            case Manner.Points _,Manner.Counted _ ->
                Optional.of(scale(criterion.name(), BigDecimal.ZERO, criterion.maximum()));
            case Manner.Levels levels -> Optional.of(new LevelChoice(criterion, levels, this::choose,
                    level -> byPointer(() -> choose(level)), l -> scale(l.name(), l.from(), l.to())));
            case Manner.Checklist checklist -> Optional.of(
                    new PartChoice(criterion, checklist, part -> toggle(checklist, part),
                            part -> byPointer(() -> toggle(checklist, part))));
            case Manner.WordsOnly _ -> Optional.empty();
        };
    }

    private ScoreScale scale(String name, BigDecimal from, BigDecimal to) {
        return new ScoreScale(name, from, to, criterion.step(), this::focusScore,
                chosen -> byPointer(() -> enter(chosen)));
    }

    private void toggle(Manner.Checklist checklist, Manner.Part part) {
        showRefusal(model.scores().togglePart(criterion, checklist, part));
    }

    private void byPointer(Runnable act) {
        model.scores().byPointer(criterion.id(), act);
        changed.show();
    }

    private void watchScore() {
        score.focusedProperty().addListener((_, _, focused) -> {
            if (focused) {
                activate();
                score.selectAll();
            } else {
                leave();
            }
        });
        score.textProperty().addListener((_, _, _) -> {
            if (score.isFocused()) {
                pause.playFromStart();
            }
        });
        pause.setOnFinished(_ -> keepIfValid());
        score.addEventFilter(MouseEvent.MOUSE_PRESSED, e -> {
            if (!score.isFocused()) {
                e.consume(); // or else the press would put the caret between the digits
                focusScore();
            }
        });
        new ScoreKeys(model, this, choice).on(score);
    }

    /** A level worth one number is settled, and the next criterion follows; within a range points are chosen first. */
    private void choose(Manner.Level level) {
        showRefusal(model.scores().choose(criterion, level));
        if (!level.isRange() && refusal.getText().isEmpty()) {
            next.accept(this);
        } else {
            focusScore();
        }
    }

    /** Enters what is typed and, unless it is refused, goes to the next criterion. */
    void enterAndContinue() {
        if (enter()) {
            next.accept(this);
        }
    }

    /** Scores a number as if it had been typed; what is typed next replaces it. */
    void enter(BigDecimal points) {
        score.setText(Criterion.format(points));
        enter();
        score.selectAll();
    }

    /** Shows the saved score, and why something else was refused. */
    void showRefusal(Optional<String> refused) {
        pause.stop();
        remarkArea.saveNow();
        refuse(refused.orElse(""));
        refresh(true);
        refuse(refused.orElse(""));
    }

    private void activate() {
        model.scores().criterionProperty().set(criterion.id());
    }

    Criterion criterion() {
        return criterion;
    }

    void focusScore() {
        if (criterion.isScored()) {
            score.requestFocus();
            score.selectAll();
        } else {
            activate();
            remarkArea.area().requestFocus();
        }
    }

    /** Accepts phrases dropped here. */
    void acceptPhrases(PhraseHand hand) {
        hand.target(this, (phrase, said) -> model.placing().onCriterion(criterion.id(), phrase, said));
    }

    /** Focuses the remark. */
    void focusRemark() {
        activate();
        remarkArea.area().requestFocus();
    }

    /** Scores what is typed; false if it is refused, which is then shown. */
    private boolean enter() {
        pause.stop();
        try {
            Optional<String> refused = model.scores()
                    .judge(criterion.id(), model.scores().read(criterion, score.getText()));
            refuse(refused.orElse(""));
            savedScore = refused.isEmpty() ? score.getText() : savedScore;
            return refused.isEmpty();
        } catch (EditRefused e) {
            refuse(e.getMessage());
            score.selectAll();
            return false;
        }
    }

    /** Shows the criterion's full text, or only its name. */
    void showText(boolean shown) {
        Form.show(text, shown);
        choice.ifPresent(c -> c.showTexts(shown));
    }

    boolean showsText() {
        return text.isVisible();
    }

    /** Settles the criterion as for the previous student, whatever is in the field. */
    void scoreAsLastTime() {
        keepIfValid();
        model.scores().scoreAsLastTime(criterion.id());
        refresh(true);
    }

    /** Scores what is typed if it is valid; shows why if it is not. */
    void keepIfValid() {
        if (!model.submission().sealed() && criterion.isScored()) {
            enter();
        }
    }

    /** Saves score and remark as typed. */
    void save() {
        keepIfValid();
        if (!model.submission().sealed()) {
            remarkArea.saveNow();
        }
    }

    /** Refused input does not stay behind: the saved score is shown again. */
    private void leave() {
        if (pause.getStatus() == Animation.Status.RUNNING) {
            enter();
        }
        refresh(true);
    }

    private void refuse(String why) {
        refusal.setText(why);
        score.pseudoClassStateChanged(REFUSED, !why.isEmpty());
        unfold();
    }

    private void show(Judgement judgement) {
        pause.stop();
        savedScore = judgement.points()
                .map(Criterion::format)
                .or(() -> judgement.standing().map(CriterionText::letter))
                .orElse("");
        if (!score.getText().equals(savedScore)) {
            score.setText(savedScore);
            score.selectAll();
        }
        refuse("");
    }

    /** Shows the present score; what is being typed is left alone unless requested otherwise. */
    void refresh(boolean whateverIsTyped) {
        Submission submission = model.submission();
        Judgement judgement = submission.scores().judgement(criterion.id());
        String remark = submission.scores().remark(criterion.id());
        CriterionShown now = CriterionShown.of(submission, criterion, model.batch().phrasebook());
        changed.show();
        if (!whateverIsTyped && now.isSame(shown)) {
            hint.showDerivation();
            return;
        }
        shown = now;
        of.setText(judgement.standing()
                .map(Standing::label)
                .orElse(criterion.isScored() ? "/ " + Criterion.format(criterion.maximum()) : ""));
        evidence.show(model.scores().evidence(criterion.id()));
        if (whateverIsTyped || !score.isFocused() || score.getText().equals(savedScore)) {
            show(judgement);
        }
        remarkArea.show(remark, whateverIsTyped);
        choice.ifPresent(c -> c.show(judgement));
        lock(submission.sealed());
        differs = count.show(model.scores().count(criterion), judgement, submission.sealed());
        settled.setText(sayings.settled(judgement, remark));
        hint.show(judgement);
        unfold();
    }

    private void lock(boolean sealed) {
        score.setEditable(!sealed);
        remarkArea.area().setEditable(!sealed);
        choice.ifPresent(c -> c.node().setDisable(sealed));
    }

    private void unfold() {
        boolean active = model.scores().criterionProperty().get().equals(criterion.id());
        pseudoClassStateChanged(ACTIVE, active);
        name.setWrapText(active);
        if ((active || differs) && !getChildren().contains(remarkArea)) {
            getChildren().addAll(getChildren().indexOf(settled), above);
            getChildren().addAll(getChildren().indexOf(refusal), List.of(count, evidence, remarkArea));
        }
        List<Node> open = new ArrayList<>(List.of(hint, evidence, remarkArea));
        choice.map(Choice::node).ifPresent(open::add);
        open.forEach(node -> Form.show(node, active));
        if (active) {
            hint.takeChange();
        } else if (!getChildren().contains(changed)) {
            getChildren().add(getChildren().indexOf(refusal), changed);
        }
        changed.close();
        Form.show(count, active && model.scores().count(criterion).isPresent() || differs);
        Form.show(settled, !active && !settled.getText().isEmpty());
        if (!active) {
            hint.fold();
        }
        Form.show(refusal, !refusal.getText().isEmpty());
    }
}

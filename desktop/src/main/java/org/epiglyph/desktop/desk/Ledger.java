package org.epiglyph.desktop.desk;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.desktop.frame.Words;

/** The ledger: who this is and when it came, the criteria and scores, the total, the remark on the whole, the private note, the seal. */
final class Ledger extends ScrollPane {
    private static final DateTimeFormatter CAME = DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH);
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final DeskModel model;
    private final Label name = new Label();
    private final Label facts = new Label();
    private final FlowPane handIns = new FlowPane();
    private final Label message = new Label();
    private final VBox criteria = new VBox();
    private final List<CriterionRow> rows = new ArrayList<>();
    private final Label total = new Label();
    private final Label totalOf = new Label();
    private final Button why = new Button(Words.of("Ledger.why"));
    private final Label derivation = new Label();
    private final TextArea onTheWhole = new TextArea();
    private final Label whereToLook = new Label();
    private final TextArea privately = new TextArea();
    private final Button seal = new Button();
    private final Label notice = new Label();
    private StudentKey shown;

    Ledger(DeskModel model) {
        this.model = model;
        getStyleClass().add("ledger");
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        VBox content = new VBox(head(), criteria, sum(), derivation, words(), note(), notice, seal);
        content.getStyleClass().add("ledger-content");
        criteria.getStyleClass().add("criteria");
        setContent(content);
        for (Criterion criterion : model.batch().scheme().criteria()) {
            CriterionRow row = new CriterionRow(model, criterion, this::nextAfter);
            rows.add(row);
            criteria.getChildren().add(row);
        }
        seal.getStyleClass().add("main-button");
        seal.setId("seal");
        seal.setMaxWidth(Double.MAX_VALUE);
        seal.setOnAction(_ -> {
            keepWords();
            if (model.submission().sealed()) {
                model.openAgain();
            } else {
                model.seal();
            }
        });
        notice.getStyleClass().add("notice");
        notice.setId("notice");
        notice.setWrapText(true);
        notice.textProperty().bind(model.noticeProperty());
        notice.visibleProperty().bind(notice.textProperty().isNotEmpty());
        notice.managedProperty().bind(notice.visibleProperty());
        refresh();
    }

    private VBox head() {
        name.getStyleClass().add("student-name");
        name.setId("student-name");
        name.setWrapText(true);
        facts.getStyleClass().add("facts");
        facts.setWrapText(true);
        message.getStyleClass().add("message");
        message.setWrapText(true);
        handIns.getStyleClass().add("hand-ins");
        handIns.setId("hand-ins");
        VBox head = new VBox(name, facts, handIns, message);
        head.getStyleClass().add("ledger-head");
        return head;
    }

    private VBox sum() {
        Label words = new Label(Words.of("Ledger.total"));
        words.getStyleClass().add("total-words");
        total.getStyleClass().add("total-figure");
        total.setId("total");
        totalOf.getStyleClass().add("total-of");
        why.getStyleClass().add("link-button");
        why.setId("why");
        why.setOnAction(_ -> {
            derivation.setManaged(!derivation.isManaged());
            derivation.setVisible(derivation.isManaged());
        });
        derivation.getStyleClass().add("derivation");
        derivation.setWrapText(true);
        derivation.setManaged(false);
        derivation.setVisible(false);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(words, space, total, totalOf, why);
        line.getStyleClass().add("total-line");
        return new VBox(line);
    }

    private VBox words() {
        Label label = new Label(Words.of("Ledger.onTheWhole"));
        label.setLabelFor(onTheWhole);
        label.getStyleClass().add("field-label");
        onTheWhole.setId("on-the-whole");
        onTheWhole.getStyleClass().add("on-the-whole");
        onTheWhole.setWrapText(true);
        onTheWhole.setPrefRowCount(4);
        onTheWhole.setPromptText(Words.of("Ledger.onTheWholePrompt"));
        keepWhileTyped(onTheWhole, () -> model.writeOnTheWhole(onTheWhole.getText().strip()));
        whereToLook.getStyleClass().add("where-to-look");
        whereToLook.setWrapText(true);
        return new VBox(label, onTheWhole, whereToLook);
    }

    private VBox note() {
        Label label = new Label(Words.of("Ledger.private"));
        label.setLabelFor(privately);
        label.getStyleClass().add("field-label");
        privately.setId("private-note");
        privately.getStyleClass().add("private-note");
        privately.setWrapText(true);
        privately.setPrefRowCount(2);
        privately.setPromptText(Words.of("Ledger.privatePrompt"));
        keepWhileTyped(privately, () -> model.writePrivately(privately.getText().strip()));
        return new VBox(label, privately);
    }

    /** Keeps words shortly after the last key, and when the field is left. */
    private void keepWhileTyped(TextArea area, Runnable keep) {
        PauseTransition pause = new PauseTransition(Duration.millis(400));
        pause.setOnFinished(_ -> keep.run());
        area.textProperty().addListener((_, _, _) -> {
            if (area.isFocused()) {
                pause.playFromStart();
            }
        });
        area.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                pause.stop();
                if (model.submission().student().key().equals(shown)) {
                    keep.run();
                }
            }
        });
    }

    /** Keeps what is typed and not yet kept; called before another submission comes to the desk. */
    void keepWords() {
        if (model.submission().student().key().equals(shown) && !model.submission().sealed()) {
            model.writeOnTheWhole(onTheWhole.getText().strip());
            rows.forEach(CriterionRow::keepIfValid);
        }
        if (model.submission().student().key().equals(shown)) {
            model.writePrivately(privately.getText().strip());
        }
    }

    /** Puts the focus on the criterion being scored. */
    void focusCriterion() {
        rows.stream()
                .filter(r -> r.criterion().id().equals(model.criterionProperty().get()))
                .findFirst()
                .orElse(rows.getFirst())
                .focusScore();
    }

    void focusOnTheWhole() {
        onTheWhole.requestFocus();
    }

    void focusPrivate() {
        privately.requestFocus();
    }

    private void nextAfter(CriterionRow row) {
        int next = rows.indexOf(row) + 1;
        if (next < rows.size()) {
            rows.get(next).focusScore();
        } else {
            onTheWhole.requestFocus();
        }
    }

    /** Shows the submission as it is now. */
    void refresh() {
        Batch batch = model.batch();
        Submission submission = model.submission();
        boolean other = !submission.student().key().equals(shown);
        shown = submission.student().key();
        name.setText(submission.student().name());
        facts.setText(facts(submission, batch));
        showHandIns(submission);
        String said = model.shownHandIn().map(h -> h.message()).orElse("");
        message.setText(said.isEmpty() ? "" : "\u201c" + said + "\u201d");
        message.setManaged(!said.isEmpty());
        rows.forEach(r -> r.refresh(other));
        Result result = batch.result(shown);
        total.setText(InkGauge.figure(result.value()));
        totalOf.setText(
                Words.of(result.complete() ? "Ledger.of" : "Ledger.soFarOf", InkGauge.figure(result.maximum())));
        derivation.setText(String.join("\n", result.derivation()));
        show(onTheWhole, submission.onTheWhole(), other);
        show(privately, submission.privately(), other);
        onTheWhole.setEditable(!submission.sealed());
        whereToLook.setText(Feedback.whereToLook(submission));
        seal.setText(Words.of(submission.sealed() ? "Ledger.openAgain" : "Ledger.seal"));
        seal.setDisable(!submission.sealed() && !submission.scores().isComplete(batch.scheme()));
    }

    /** Where there are several hand-ins: a word for each to look at it, and a way to let another one count. */
    private void showHandIns(Submission submission) {
        handIns.getChildren().clear();
        handIns.setManaged(submission.handIns().size() > 1);
        if (submission.handIns().size() < 2) {
            return;
        }
        int counts = submission.current().orElseThrow().number();
        int looked = model.shownHandIn().orElseThrow().number();
        for (HandIn handIn : submission.handIns()) {
            boolean counting = handIn.number() == counts;
            Button button = new Button(Words.of(counting ? "Ledger.handInCounts" : "Ledger.handIn", handIn.number()));
            button.getStyleClass().add("filter");
            button.pseudoClassStateChanged(HERE, handIn.number() == looked);
            button.setOnAction(_ -> model.shownHandInProperty().set(Optional.of(handIn.number())));
            handIns.getChildren().add(button);
        }
        if (looked != counts) {
            Button let = new Button(Words.of("Ledger.letCount"));
            let.setId("let-count");
            let.getStyleClass().add("link-button");
            let.setOnAction(_ -> model.letShownCount());
            handIns.getChildren().add(let);
        }
    }

    private static void show(TextArea area, String words, boolean other) {
        if (other || !area.isFocused() && !area.getText().strip().equals(words)) {
            area.setText(words);
        }
    }

    private String facts(Submission submission, Batch batch) {
        List<String> parts = new ArrayList<>(List.of(shown.value()));
        if (!submission.student().section().isEmpty()) {
            parts.add(submission.student().section());
        }
        submission.current().ifPresent(h -> {
            if (submission.handIns().size() > 1) {
                parts.add(Words.of("Ledger.handIn", h.number()));
            }
            h.at().ifPresent(at -> parts.add(Words.of("Ledger.came", CAME.format(at.atZone(model.zone())))));
        });
        Optional.of(submission).flatMap(s -> InkGauge.lateness(s, batch)).ifPresent(l -> parts.add(l.inWords()));
        parts.add(Words.of("Stage." + submission.stage(batch.scheme()).name()));
        return String.join("  \u00b7  ", parts);
    }
}

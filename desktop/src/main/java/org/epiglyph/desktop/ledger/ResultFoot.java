package org.epiglyph.desktop.ledger;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** The foot of the ledger, in sight however long the scheme is: total, grade, the last refusal, and the seal. */
final class ResultFoot extends VBox {
    private static final int MOST_NAMED = 2;
    private final Label total = new Label();
    private final Label totalOf = new Label();
    private final Label standing = new Label();
    private final Label notice = new Label();
    private final Button seal = new Button();

    /**
     * @param why  shows or hides how the total was computed
     * @param seal seals the submission or reopens it
     */
    ResultFoot(DeskModel model, Runnable why, Runnable seal) {
        getStyleClass().add("ledger-foot");
        notice.getStyleClass().add("notice");
        notice.setId("notice");
        notice.setWrapText(true);
        notice.setMinHeight(USE_PREF_SIZE);
        notice.textProperty().bind(model.noticeProperty());
        model.notice().look(notice);
        notice.visibleProperty().bind(notice.textProperty().isNotEmpty());
        notice.managedProperty().bind(notice.visibleProperty());
        standing.getStyleClass().add("grade");
        standing.setId("grade");
        standing.setWrapText(true);
        this.seal.getStyleClass().add("main-button");
        this.seal.setId("seal");
        this.seal.setMaxWidth(Double.MAX_VALUE);
        this.seal.setOnAction(_ -> seal.run());
        getChildren().addAll(totalLine(why), standing, notice, this.seal);
    }

    private HBox totalLine(Runnable opened) {
        Label label = new Label(UiText.of("Ledger.total"));
        label.getStyleClass().add("total-words");
        total.getStyleClass().add("total-figure");
        total.setId("total");
        totalOf.getStyleClass().add("total-of");
        Button why = new Button(UiText.of("Ledger.why"));
        why.getStyleClass().add("link-button");
        why.setId("why");
        why.setAccessibleText(UiText.of("Ledger.whyOf", UiText.of("Ledger.total")));
        why.setOnAction(_ -> opened.run());
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(label, space, total, totalOf, why);
        line.getStyleClass().add("total-line");
        return line;
    }

    /** Shows the present result: a grade only once everything is scored. */
    void show(Submission submission, Result result, MarkScheme scheme) {
        total.setText(Criterion.format(result.value()));
        totalOf.setText(
                UiText.of(result.complete() ? "Ledger.of" : "Ledger.soFarOf", Criterion.format(result.maximum())));
        standing.setText(result.complete() ? grade(result) : left(submission, scheme));
        standing.setManaged(!standing.getText().isEmpty());
        seal.setText(UiText.of(submission.sealed() ? "Ledger.openAgain" : "Ledger.seal"));
    }

    private static String grade(Result result) {
        return Stream.concat(result.grade().stream(),
                result.missed().stream().map(m -> UiText.of("Ledger.hurdleMissed", m)))
                .collect(Collectors.joining("  \u00b7  "));
    }

    private static String left(Submission submission, MarkScheme scheme) {
        List<String> left = submission.scores().left(scheme).stream().map(Criterion::name).toList();
        return left.size() <= MOST_NAMED
                ? UiText.of("Ledger.left", String.join(", ", left))
                : UiText.of("Ledger.leftMany", left.size());
    }
}

package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.Chosen;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.RemarkView;

/** How the same score was given before: up to three earlier submissions with it, and the remarks there. */
final class SameScoreSide implements Side {
    private final DeskModel model;
    private final VBox list = new VBox();
    private final ScrollPane scroll = new ScrollPane(list);

    SameScoreSide(DeskModel model) {
        this.model = model;
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        list.getStyleClass().add("remarks-list");
        list.setId("same-score");
        model.scores().criterionProperty().addListener((_, _, _) -> {
            if (scroll.getScene() != null) {
                refresh();
            }
        });
    }

    @Override
    public String name() {
        return "same";
    }

    @Override
    public Region node() {
        return scroll;
    }

    @Override
    public void refresh() {
        Optional<Criterion> active = model.batch().scheme().findCriterion(model.scores().criterionProperty().get());
        list.getChildren().clear();
        active.ifPresent(this::compare);
    }

    private void compare(Criterion criterion) {
        String score = model.submission().scores().score(criterion.id()).map(Criterion::format).orElse("");
        List<Submission> same = model.scores().sameBefore(criterion.id());
        Label heading = new Label(same.isEmpty()
                ? UiText.of(score.isEmpty() ? "Side.sameNotScored" : "Side.sameNone", criterion.name(), score)
                : UiText.of("Side.sameHeading", criterion.name(), score));
        heading.setWrapText(true);
        heading.getStyleClass().add("remarks-page");
        list.getChildren().add(heading);
        same.forEach(s -> list.getChildren().add(before(s, criterion)));
    }

    private Node before(Submission submission, Criterion criterion) {
        Button name = new Button(model.batch().naming().listed(submission.student()));
        name.getStyleClass().add("link-button");
        name.setOnAction(_ -> model.open(submission.student().key()));
        VBox box = new VBox(name);
        List<Mark> said = Chosen.inPageOrder(submission, m -> !m.remark().isEmpty() && belongs(m, criterion));
        said.forEach(m -> box.getChildren().add(RemarkView.oneLine(m.remark().text(), m.ink())));
        if (said.isEmpty()) {
            Label nothing = new Label(UiText.of("Side.sameNoWords"));
            nothing.getStyleClass().add("hint");
            box.getChildren().add(nothing);
        }
        return box;
    }

    /** Evidence for the criterion, or a phrase that belongs to it. */
    private boolean belongs(Mark mark, Criterion criterion) {
        return mark.head().criterion().equals(criterion.id()) || model.batch()
                .phrasebook()
                .find(mark.remark().phrase())
                .filter(p -> p.criterion().equals(criterion.id()))
                .isPresent();
    }
}

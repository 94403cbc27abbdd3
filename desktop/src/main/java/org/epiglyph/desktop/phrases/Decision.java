package org.epiglyph.desktop.phrases;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** A phrase that is used on pages was changed: where it is used, and whether those places change too. */
final class Decision extends VBox {
    private final PhrasebookModel model;

    Decision(PhrasebookModel model) {
        this.model = model;
        getStyleClass().add("waiting-plan");
        setId("phrase-decision");
    }

    void refresh() {
        boolean waits = model.waitingProperty().get().isPresent();
        setVisible(waits);
        setManaged(waits);
        getChildren().clear();
        if (waits) {
            show();
        }
    }

    private void show() {
        CheckBox sealedToo = new CheckBox();
        sealedToo.setId("sealed-too");
        VBox lines = new VBox();
        Runnable show = () -> lines.getChildren()
                .setAll(places(model.plan(sealedToo.isSelected()), sealedToo.isSelected()));
        PhraseReach.Plan plan = model.plan(false);
        Label head = Form.text(UiText.of("Phrases.decide", plan.open().size(), plan.sealed().size()), "subheading");
        head.setId("decision-head");
        sealedToo.setText(UiText.of("Phrases.sealedToo", plan.sealed().size()));
        sealedToo.setVisible(!plan.sealed().isEmpty());
        sealedToo.setManaged(!plan.sealed().isEmpty());
        sealedToo.setOnAction(_ -> show.run());
        show.run();
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("waiting-lines");
        Button back = Form.button("Phrases.giveUp", "link-button", model::revert);
        Button here = Form.button("Phrases.fromNowOn", "plain-button", () -> model.decide(false, false));
        here.setId("from-now-on");
        Button there = Form.button("Phrases.everywhere", "main-button",
                () -> model.decide(true, sealedToo.isSelected()));
        there.setId("everywhere");
        getChildren().addAll(head, sealedToo, scroll, Form.lastLine(back, here, there));
    }

    private List<Node> places(PhraseReach.Plan plan, boolean sealedToo) {
        List<Node> lines = new ArrayList<>();
        List<PhraseReach.Place> reached = new ArrayList<>(plan.open());
        if (sealedToo) {
            reached.addAll(plan.sealed());
        }
        reached.forEach(p -> lines.add(Form.text(
                UiText.of("Phrases.reached", model.batch().naming().listed(p.submission().student()), model.where(p),
                        p.submission().handedBack()
                                ? UiText.of("Scheme.isHandedBack")
                                : p.submission().sealed() ? UiText.of("Scheme.isSealed") : ""),
                "waiting-moved")));
        plan.moved()
                .forEach(m -> lines.add(Form.text(
                        UiText.of("Scheme.moved", model.batch().naming().listed(m.submission().student()), m.describe(),
                                ""),
                        "waiting-loss")));
        return lines;
    }
}

package org.epiglyph.desktop.scheme;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.roster.Naming;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.batch.SchemeChange.Keep;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** What the scheme as shown would do to existing scores, before it is decided on. */
final class WaitingPlan extends VBox {
    private final SchemeModel model;

    WaitingPlan(SchemeModel model) {
        this.model = model;
        getStyleClass().add("waiting-plan");
        setId("waiting-plan");
    }

    void refresh() {
        Optional<SchemeChange> change = model.waitingProperty().get();
        setVisible(change.isPresent());
        setManaged(change.isPresent());
        getChildren().clear();
        change.ifPresent(
                c -> getChildren().addAll(head(c), keep(), lines(c, model.workspace().batch().naming()), buttons()));
    }

    private static Node head(SchemeChange change) {
        Label head = Form.text(UiText.of("Scheme.waiting", change.moved().size(), change.losses().size()),
                "subheading");
        head.setId("waiting-head");
        return head;
    }

    private Node keep() {
        ToggleGroup group = new ToggleGroup();
        HBox line = new HBox(new Label(UiText.of("Scheme.keep")));
        line.getStyleClass().add("scheme-line");
        for (Keep keep : Keep.values()) {
            RadioButton button = new RadioButton(UiText.of("Scheme.keep." + keep.name()));
            button.setId("keep-" + keep.name());
            button.setToggleGroup(group);
            button.setSelected(model.keepProperty().get() == keep);
            button.setOnAction(_ -> model.keepProperty().set(keep));
            line.getChildren().add(button);
        }
        return line;
    }

    private static Node lines(SchemeChange change, Naming naming) {
        List<Node> lines = new ArrayList<>();
        change.losses()
                .forEach(
                        l -> lines.add(Form.text(
                                UiText.of("Scheme.loss", naming.listed(l.student()), l.criterion(), l.what().text()),
                                "waiting-loss")));
        change.moved()
                .forEach(m -> lines.add(Form.text(
                        UiText.of("Scheme.moved", naming.listed(m.submission().student()), m.describe(),
                                m.submission().handedBack()
                                        ? UiText.of("Scheme.isHandedBack")
                                        : m.submission().sealed() ? UiText.of("Scheme.isSealed") : ""),
                        "waiting-moved")));
        VBox box = new VBox();
        box.getChildren().setAll(lines);
        ScrollPane scroll = new ScrollPane(box);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("waiting-lines");
        return scroll;
    }

    private Node buttons() {
        Button go = Form.button("Scheme.putInForce", "main-button", model::apply);
        go.setId("put-in-force");
        Button back = Form.button("Scheme.discard", "plain-button", model::discard);
        back.setId("discard-scheme");
        return Form.lastLine(back, go);
    }
}

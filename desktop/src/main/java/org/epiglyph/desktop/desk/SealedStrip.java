package org.epiglyph.desktop.desk;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** Shows above the pages that they are sealed; leads to the next student, and reopens them. */
final class SealedStrip extends HBox {
    /** @param next goes to the next student to mark */
    SealedStrip(DeskModel model, Runnable next) {
        getStyleClass().add("sealed-strip");
        setId("sealed-strip");
        Label label = new Label(UiText.of("Desk.sealedStrip"));
        label.setMinWidth(0);
        Region space = new Region();
        setHgrow(space, Priority.ALWAYS);
        Button onwards = link("Desk.act.nextToMark", "sealed-next", next);
        model.submissionProperty().subscribe(s -> Form.show(onwards, s.sealed() && model.walk().isAnyLeft()));
        getChildren().addAll(label, space, onwards, link("Ledger.openAgain", "open-again", model::openAgain));
        visibleProperty().bind(model.submissionProperty().map(s -> s.sealed()));
        managedProperty().bind(visibleProperty());
    }

    private static Button link(String key, String id, Runnable act) {
        Button link = Form.button(key, "link-button", act);
        link.setId(id);
        link.setFocusTraversable(false);
        return link;
    }
}

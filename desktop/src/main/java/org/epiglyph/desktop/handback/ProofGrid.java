package org.epiglyph.desktop.handback;

import javafx.geometry.VPos;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;

/** What is sent, line by line, each under its heading. */
final class ProofGrid extends GridPane {
    private static final double NARROWEST = 110;
    private static final double WIDEST = 180;

    ProofGrid() {
        getStyleClass().add("proof-grid");
    }

    void add(String heading, String value) {
        Label name = new Label(heading);
        name.getStyleClass().add("field-label");
        name.setMinWidth(NARROWEST);
        name.setMaxWidth(WIDEST);
        name.setWrapText(true);
        Label label = ProofPane.text(value);
        setHgrow(label, Priority.ALWAYS);
        setValignment(name, VPos.TOP);
        addRow(getRowCount(), name, label);
    }
}

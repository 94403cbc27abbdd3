package org.epiglyph.desktop.markbook;

import java.util.List;
import javafx.geometry.HPos;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import org.epiglyph.desktop.frame.Form;

/** Figures as a table: headings in the first row, labels in the first column. */
final class FiguresTable {
    private FiguresTable() {}

    static GridPane of(List<List<String>> rows, String id) {
        GridPane grid = new GridPane();
        grid.setId(id);
        grid.getStyleClass().add("figures-table");
        for (int r = 0; r < rows.size(); r++) {
            for (int c = 0; c < rows.get(r).size(); c++) {
                Label cell = Form.text(rows.get(r).get(c), r == 0 ? "hint" : "tells");
                GridPane.setHalignment(cell, c == 0 ? HPos.LEFT : HPos.RIGHT);
                grid.add(cell, c, r);
            }
        }
        return grid;
    }
}

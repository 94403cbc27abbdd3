package org.epiglyph.desktop.collect;

import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/**
 * What was recognised in a source: the findings on the left, every file in the middle, the selected one on the right.
 */
final class Recognition {
    private final CollectModel model;
    private final FilesTable table;
    private final AssignPanel whose;
    private final FirstPage firstPage = new FirstPage();
    private final StackPane middle = new StackPane();
    private final Button make;
    private final Label shown = Form.text(UiText.of("Collect.showsCovered"), "notice");
    private final HBox root;

    /** @param back returns to the choice of source */
    Recognition(CollectModel model, Runnable back) {
        this.model = model;
        table = new FilesTable(model);
        whose = new AssignPanel(model, firstPage, table::focus);
        make = Form.button(model.isUpdate() ? "Collect.makeAgain" : "Collect.make", "main-button",
                () -> model.make(_ -> {}));
        make.setId("make-batch");
        Button other = Form.button("Collect.otherSource", "link-button", back);
        Findings findings = new Findings(model, this::edit);
        shown.setId("collect-shows-names");
        VBox left = new VBox(shown, findings.node(), Form.lastLine(other, make));
        VBox.setVgrow(findings.node(), Priority.ALWAYS);
        left.getStyleClass().add("findings-column");
        HBox.setHgrow(middle, Priority.ALWAYS);
        root = new HBox(left, middle, whose.node());
        root.getStyleClass().add("understanding");
        model.decisions().versionProperty().addListener((_, _, _) -> refresh());
        model.decisions().chosenProperty().addListener((_, _, row) -> preview(row));
    }

    /** Starts with a newly read source. */
    void begin() {
        Form.show(shown, model.showsCovered());
        table.begin();
        refresh();
        edit(null);
    }

    Node node() {
        return root;
    }

    /** Shows an editor in place of the table; null restores the table. */
    private void edit(Editor editor) {
        middle.getChildren().setAll(editor == null ? table.node() : editor.node());
        whose.node().setVisible(editor == null);
        whose.node().setManaged(editor == null);
        Platform.runLater(() -> {
            if (editor == null) {
                table.focus();
            } else {
                editor.first().requestFocus();
            }
        });
    }

    private void refresh() {
        if (model.planProperty().get() != null) {
            make.setDisable(!model.planProperty().get().questions().isEmpty());
        }
    }

    private void preview(FileRow row) {
        switch (row) {
            case FileRow.Arrived(var item) -> firstPage.show(item.file());
            case FileRow.Refused(var refusal) -> firstPage.showNothing(refusal.reason().text());
            case FileRow.Nothing(var student) ->
                firstPage.showNothing(UiText.of("Collect.nothingFromOne", student.name()));
            case FileRow.Gone _ -> firstPage.showNothing(UiText.of("Collect.goneStays"));
            case null -> firstPage.showNothing("");
        }
    }

    void findStudent() {
        whose.focusSearch();
    }

    void focusTable() {
        table.focus();
    }

    void close() {
        firstPage.close();
    }
}

package org.epiglyph.desktop.editor;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.value.ObservableStringValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.PartByPart;
import org.epiglyph.desktop.frame.UiText;

/** The page of an editor: heading, buttons, messages, what waits for a decision, and three columns. */
public final class EditorPage extends ScrollPane {
    private final BatchEditor editor;

    /**
     * @param key      names the texts of the heading, and the notice
     * @param decision shown while something waits
     */
    public EditorPage(String key, BatchEditor editor, List<? extends Node> acts, Node decision,
            List<? extends Node> columns) {
        this.editor = editor;
        Label heading = new Label(UiText.of(key + ".heading"));
        heading.getStyleClass().add("heading");
        FlowPane actions = new FlowPane();
        actions.getChildren().setAll(acts);
        actions.getStyleClass().add("scheme-actions");
        FlowPane side = new FlowPane();
        PartByPart.addLater(side, columns);
        side.getStyleClass().add("scheme-columns");
        Label notice = line(editor.noticeProperty(), "notice");
        notice.setId("editor-notice");
        VBox content = new VBox(heading, actions, notice, line(editor.messageProperty(), "said"), decision, side);
        content.getStyleClass().addAll("sheet", "scheme-sheet");
        setContent(content);
        setFitToWidth(true);
        getStyleClass().add("place");
    }

    private static Label line(ObservableStringValue text, String style) {
        Label line = Form.text("", style);
        line.textProperty().bind(text);
        line.visibleProperty().bind(line.textProperty().isNotEmpty());
        line.managedProperty().bind(line.visibleProperty());
        return line;
    }

    /**
     * A dialog for a file to read or to write.
     *
     * @param title the dialog's title
     */
    public FileDialog file(String title) {
        return new FileDialog(getScene().getWindow(), title);
    }

    /** Asks for another batch, beside this one. */
    public Optional<Path> otherBatch() {
        return file(UiText.of("Editor.otherBatch")).in(editor.workspace().folder().root().getParent()).folder();
    }
}

package org.epiglyph.desktop.collect;

import org.epiglyph.desktop.frame.Form;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.UiText;

/** The last step: where every file went, and the way to the desk. */
final class DoneStep {
    private final ScrollPane root;

    DoneStep(CollectModel.Done done, Consumer<Path> toDesk, Runnable toShelf) {
        VBox content = new VBox(Form.text(done.summary(), "done-words"));
        content.getChildren().getFirst().setId("done-words");
        content.getStyleClass().add("done");
        Button desk = Form.button("Collect.toDesk", "main-button", () -> toDesk.accept(done.batch()));
        desk.setId("to-desk");
        Button shelf = Form.button("Place.shelf", "link-button", toShelf);
        content.getChildren().add(Form.lastLine(desk, shelf));
        content.getChildren().add(Form.text(UiText.of("Collect.doneWhere", done.batch()), "hint"));
        list(content, "Collect.doneAside", done.aside());
        list(content, "Collect.doneKept", done.kept());
        root = new ScrollPane(content);
        root.setFitToWidth(true);
        Platform.runLater(desk::requestFocus);
    }

    private static void list(VBox content, String heading, List<String> lines) {
        if (!lines.isEmpty()) {
            content.getChildren().add(Form.text(UiText.of(heading), "subheading"));
            VBox list = new VBox();
            list.getStyleClass().add("done-list");
            lines.forEach(l -> list.getChildren().add(Form.text(l, "side-words")));
            content.getChildren().add(list);
        }
    }

    Node node() {
        return root;
    }
}

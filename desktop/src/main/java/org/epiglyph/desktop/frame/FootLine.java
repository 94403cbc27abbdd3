package org.epiglyph.desktop.frame;

import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/**
 * A sentence at the foot of the place, so that nothing moves under the pointer when it appears; it stays until it is
 * closed.
 */
final class FootLine extends HBox {
    static final double WIDEST = 820;
    private final Label said = new Label();
    private final Button answer = Form.button("Frame.closeAnyway", "plain-button", () -> {});
    private Optional<Node> focusBefore = Optional.empty();

    /** @param close the text key of the button that removes the line */
    FootLine(String id, String styleClass, String close) {
        said.setId(id);
        said.setWrapText(true);
        said.getStyleClass().add(styleClass);
        HBox.setHgrow(said, Priority.ALWAYS);
        said.setMaxWidth(Double.MAX_VALUE);
        said.setMinHeight(Region.USE_PREF_SIZE);
        answer.setId(id + "-answer");
        getChildren().addAll(said, answer, Form.button(close, "link-button", () -> say("")));
        getStyleClass().add(styleClass + "-line");
        visibleProperty().bind(said.textProperty().isNotEmpty());
        managedProperty().bind(visibleProperty());
        addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE) {
                say("");
                event.consume();
            }
        });
        say("");
    }

    /** @param text empty removes the line */
    void say(String text) {
        boolean hadFocus = answer.isFocused();
        said.setText(text);
        Form.show(answer, false);
        focusBefore.filter(_ -> hadFocus).ifPresent(Node::requestFocus);
        focusBefore = Optional.empty();
    }

    /** Asks a question with one answer besides leaving everything as it is; its button takes the focus. */
    void ask(String text, Runnable act) {
        Optional<Node> before = answer.isFocused() ? focusBefore : Optional.ofNullable(getScene().getFocusOwner());
        say(text);
        focusBefore = before;
        answer.setAccessibleText(text + " " + answer.getText());
        answer.setOnAction(_ -> {
            say("");
            act.run();
        });
        Form.show(answer, true);
        answer.requestFocus();
    }
}

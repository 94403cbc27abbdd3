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
    private final Label message = new Label();
    private final Button answer = Form.button("Frame.closeAnyway", "plain-button", () -> {});
    private Optional<Node> focusBefore = Optional.empty();

    /** @param close the text key of the button that removes the line */
    FootLine(String id, String styleClass, String close) {
        message.setId(id);
        message.setWrapText(true);
        message.getStyleClass().add(styleClass);
        HBox.setHgrow(message, Priority.ALWAYS);
        message.setMaxWidth(Double.MAX_VALUE);
        message.setMinHeight(Region.USE_PREF_SIZE);
        answer.setId(id + "-answer");
        getChildren().addAll(message, answer, Form.button(close, "link-button", () -> show("")));
        getStyleClass().add(styleClass + "-line");
        visibleProperty().bind(message.textProperty().isNotEmpty());
        managedProperty().bind(visibleProperty());
        addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE) {
                show("");
                event.consume();
            }
        });
        show("");
    }

    /** @param text empty removes the line */
    void show(String text) {
        boolean hadFocus = answer.isFocused();
        message.setText(text);
        Form.show(answer, false);
        focusBefore.filter(_ -> hadFocus).ifPresent(Node::requestFocus);
        focusBefore = Optional.empty();
    }

    /** Asks a question with one answer besides leaving everything as it is; its button takes the focus. */
    void ask(String text, Runnable act) {
        Optional<Node> before = answer.isFocused() ? focusBefore : Optional.ofNullable(getScene().getFocusOwner());
        show(text);
        focusBefore = before;
        answer.setAccessibleText(text + " " + answer.getText());
        answer.setOnAction(_ -> {
            show("");
            act.run();
        });
        Form.show(answer, true);
        answer.requestFocus();
    }
}

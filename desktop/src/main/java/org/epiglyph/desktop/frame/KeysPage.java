package org.epiglyph.desktop.frame;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** A page of all acts with their keys, over the current place; each key can be changed, and a conflict is refused. */
final class KeysPage extends VBox {
    private final Acts acts;
    private final Runnable close;
    private final TextField search = new TextField();
    private final VBox rows = new VBox();
    private final Label message = new Label();
    private String waiting = "";

    KeysPage(Acts acts, Runnable close) {
        this.acts = acts;
        this.close = close;
        getStyleClass().addAll("sheet", "keys-page");
        Label heading = new Label(UiText.of("Keys.heading"));
        heading.getStyleClass().add("heading");
        search.setId("keys-search");
        search.setPromptText(UiText.of("Keys.search"));
        search.setPrefColumnCount(20);
        search.setAccessibleText(UiText.of("Keys.search"));
        search.textProperty().addListener((_, _, _) -> show());
        message.getStyleClass().add("notice");
        message.setId("keys-said");
        message.setWrapText(true);
        rows.getStyleClass().add("keys-rows");
        ScrollPane scroll = new ScrollPane(rows);
        scroll.setFitToWidth(true);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(heading, new Label(UiText.of("Keys.words")), line(), message, scroll);
        addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
        show();
    }

    private HBox line() {
        Button forget = button("Keys.forget", () -> {
            acts.forgetOwnKeys();
            show();
        });
        Button done = button("Keys.close", close);
        done.getStyleClass().setAll("button", "main-button");
        done.setId("keys-close");
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(search, space, forget, done);
        line.getStyleClass().add("field-line");
        return line;
    }

    void takeFocus() {
        search.requestFocus();
    }

    private Button button(String text, Runnable act) {
        Button button = new Button(UiText.of(text));
        button.getStyleClass().add("plain-button");
        button.setOnAction(_ -> act.run());
        return button;
    }

    private void show() {
        List<Node> lines = acts.find(search.getText()).stream().<Node>map(this::row).toList();
        rows.getChildren().setAll(lines);
    }

    private Node row(Act act) {
        Label name = new Label(act.name());
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        boolean asked = waiting.equals(act.id());
        Label key = new Label(asked ? UiText.of("Keys.press") : act.keyText());
        key.getStyleClass().add("key");
        Button change = new Button(UiText.of(asked ? "Keys.keep" : "Keys.change"));
        change.getStyleClass().add("link-button");
        change.setId(changeId(act));
        change.setAccessibleText(UiText.of("Keys.changeSpoken", act.name(), act.keyText()));
        change.setOnAction(_ -> {
            waiting = asked ? "" : act.id();
            message.setText("");
            show();
            rows.lookupAll(".link-button")
                    .stream()
                    .filter(n -> changeId(act).equals(n.getId()))
                    .findFirst()
                    .ifPresent(Node::requestFocus);
        });
        HBox row = new HBox(name, space, key, change);
        row.getStyleClass().add("keys-row");
        return row;
    }

    private static String changeId(Act act) {
        return "change-" + act.id().replace('.', '-');
    }

    private void onKey(KeyEvent event) {
        if (waiting.isEmpty()) {
            if (event.getCode() == KeyCode.ESCAPE) {
                event.consume();
                close.run();
            }
            return;
        }
        if (event.getCode().isModifierKey() || event.getCode() == KeyCode.TAB) {
            return;
        }
        event.consume();
        Act act = acts.find("").stream().filter(a -> a.id().equals(waiting)).findFirst().orElseThrow();
        waiting = "";
        if (event.getCode() != KeyCode.ESCAPE) {
            String key = event.getCode() == KeyCode.BACK_SPACE ? "" : text(event);
            Optional<String> refused = acts.changeKey(act, key);
            message.setText(refused.orElse(""));
        }
        show();
    }

    private static String text(KeyEvent event) {
        return (event.isShortcutDown() ? "Shortcut+" : "") + (event.isAltDown() ? "Alt+" : "")
                + (event.isShiftDown() ? "Shift+" : "") + event.getCode().name();
    }
}

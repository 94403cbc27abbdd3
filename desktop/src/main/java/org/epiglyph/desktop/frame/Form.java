package org.epiglyph.desktop.frame;

import java.text.BreakIterator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;

/** The building blocks of forms. */
public final class Form {
    private static final int LONGEST = 20_000;

    private Form() {}

    public static Button button(String key, String style, Runnable act) {
        Button button = new Button(UiText.of(key));
        button.getStyleClass().add(style);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(_ -> act.run());
        return button;
    }

    /** Moves the focus to a node once it is in a window. */
    public static void focusWhenShown(Node node) {
        if (node.getScene() != null) {
            Platform.runLater(node::requestFocus);
            return;
        }
        node.sceneProperty().addListener(new ChangeListener<>() {
            @Override
            public void changed(ObservableValue<? extends Scene> scene, Scene before, Scene now) {
                scene.removeListener(this);
                Platform.runLater(node::requestFocus);
            }
        });
    }

    /** Explains a node where the pointer rests on it. Prepared when the pointer first comes: most are never shown. */
    public static void explain(Node node, String text) {
        node.addEventHandler(MouseEvent.MOUSE_ENTERED, new EventHandler<>() {
            @Override
            public void handle(MouseEvent first) {
                node.removeEventHandler(MouseEvent.MOUSE_ENTERED, this);
                Tooltip.install(node, new Tooltip(text));
            }
        });
    }

    /** Shows the values of a choice as text. */
    public static <T> StringConverter<T> shownAs(Function<T, String> describe) {
        return new StringConverter<>() {
            @Override
            public String toString(T value) {
                return value == null ? "" : describe.apply(value);
            }

            @Override
            public T fromString(String text) {
                throw new UnsupportedOperationException("The choice is not typed");
            }
        };
    }

    /** The first letters, up to the end of a word if there is one, followed by an ellipsis; shorter text unchanged. */
    public static String beginning(String text, int letters) {
        if (text.length() <= letters) {
            return text;
        }
        int space = text.lastIndexOf(' ', letters);
        int end = space > letters / 2 ? space : wholeCharacters(text, 0, letters);
        return text.substring(0, end).stripTrailing() + " \u2026";
    }

    /**
     * Splits text into pieces that together are all of it, at line ends, else at word ends.
     *
     * @param letters the most in a piece; 3 or more
     */
    public static List<String> pieces(String text, int letters) {
        List<String> pieces = new ArrayList<>();
        int from = 0;
        while (text.length() - from > letters) {
            int line = text.lastIndexOf('\n', from + letters - 1);
            int space = line > from ? line : text.lastIndexOf(' ', from + letters - 1);
            int end = space > from ? space + 1 : wholeCharacters(text, from, letters);
            pieces.add(text.substring(from, end));
            from = end;
        }
        pieces.add(text.substring(from));
        return pieces;
    }

    /** The first letters on one line, like {@link #beginning}. */
    public static String line(String text, int letters) {
        return beginning(beginning(text, LONGEST).replaceAll("\\s+", " ").strip(), letters);
    }

    /** The first letters, as many as requested or as there are. */
    public static String letters(String text, int letters) {
        return text.length() <= letters ? text : text.substring(0, wholeCharacters(text, 0, letters));
    }

    /**
     * The end of at most a number of letters without splitting a visible character: an accent and its letter, an emoji
     * of several code points.
     */
    private static int wholeCharacters(String text, int from, int letters) {
        int end = from + letters;
        BreakIterator seen = BreakIterator.getCharacterInstance(Locale.ROOT);
        seen.setText(text.substring(from, Math.min(text.length(), end + 2)));
        int whole = seen.preceding(letters + 1);
        if (whole > 0) {
            return from + whole;
        }
        return Character.isLowSurrogate(text.charAt(end)) ? end - 1 : end;
    }

    public static Label label(String key, Node field) {
        Label label = new Label(UiText.of(key));
        label.setLabelFor(field);
        label.getStyleClass().add("field-label");
        return label;
    }

    /** Text from elsewhere may be of any length, and is shown from its beginning. */
    public static Label text(String text, String style) {
        Label label = new Label(beginning(text, LONGEST));
        label.setWrapText(true);
        label.getStyleClass().add(style);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    /** Text that may change or disappear; takes no space while it is empty. */
    public static Label text(ObservableValue<String> text, String style, String id) {
        Label label = text("", style);
        label.setId(id);
        label.textProperty().bind(text);
        label.visibleProperty().bind(label.textProperty().isNotEmpty());
        label.managedProperty().bind(label.visibleProperty());
        return label;
    }

    /** Shows a node, or hides it without leaving space. */
    public static void show(Node node, boolean shown) {
        node.setVisible(shown);
        node.setManaged(shown);
    }

    public static Label hint(String key) {
        return text(UiText.of(key), "hint");
    }

    public static VBox column(String heading, Node... nodes) {
        Label label = new Label(heading);
        label.getStyleClass().add("subheading");
        VBox column = new VBox(label);
        column.getChildren().addAll(nodes);
        column.getStyleClass().add("form-column");
        return column;
    }

    public static VBox labelled(String key, TextField field, Button... buttons) {
        HBox.setHgrow(field, Priority.ALWAYS);
        HBox line = new HBox(field);
        line.getStyleClass().add("field-line");
        line.getChildren().addAll(buttons);
        return new VBox(label(key, field), line);
    }

    public static VBox labelledArea(String key, TextArea area) {
        return new VBox(label(key, area), area);
    }

    /** Buttons in a line, the main one last. */
    public static HBox lastLine(Node... buttons) {
        HBox line = new HBox(buttons);
        line.getStyleClass().add("last-line");
        return line;
    }

    /** Replaces what a pane shows; if one of its fields has the focus, the new field of the same id gets it. */
    public static void exchange(Pane pane, Node shown) {
        Node owner = pane.getScene() == null ? null : pane.getScene().getFocusOwner();
        Node within = owner;
        while (within != null && within != pane) {
            within = within.getParent();
        }
        String id = within == null ? null : owner.getId();
        pane.getChildren().setAll(shown);
        if (id != null) {
            Optional.ofNullable(pane.lookup("#" + id)).ifPresent(Node::requestFocus);
        }
    }
}

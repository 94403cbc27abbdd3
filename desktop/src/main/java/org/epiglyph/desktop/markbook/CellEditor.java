package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Acts;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** The field over a cell of the mark book in which a score is typed; under it, why one is refused. */
final class CellEditor extends VBox {
    private final TextField field = new TextField();
    private final Slider scale = new Slider();
    private final Label refusal = new Label();
    private BigDecimal exactStep = BigDecimal.ONE;
    private double step = 1;
    private boolean opening;
    private final Acceptor taking;
    private final Runnable leaving;

    /** Where the cursor goes after the input has been accepted. */
    enum Then {
        STAY, ON, BACK, LEFT, RIGHT, UP, DOWN
    }

    /** Accepts what was typed; false if it is refused. */
    @FunctionalInterface
    interface Acceptor {
        boolean accept(String text, Then then);
    }

    /** @param leaving called when the field is left without a change */
    CellEditor(Acceptor taking, Runnable leaving) {
        this.taking = taking;
        this.leaving = leaving;
        field.setId("book-score");
        field.setPrefColumnCount(4);
        refusal.setId("book-refusal");
        refusal.getStyleClass().add("refusal");
        refusal.setWrapText(true);
        refusal.setMaxWidth(260);
        getStyleClass().add("book-editor");
        getChildren().addAll(field, hand(), refusal);
        setVisible(false);
        showRefusal("");
        addEventHandler(MouseEvent.ANY, Event::consume); // a hand at the field is not one on the sheet below
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
        field.textProperty().addListener((_, _, _) -> showRefusal(""));
        Acts.undoesAlone(field);
        field.focusedProperty().addListener((_, _, focused) -> {
            if (!focused && isVisible() && !isOnScale()) {
                taking.accept(field.getText(), Then.STAY);
            }
        });
    }

    /** The controls for scoring with a pointer. */
    private HBox hand() {
        scale.setId("book-scale");
        scale.setFocusTraversable(false);
        scale.setSnapToTicks(true);
        scale.setMinorTickCount(0);
        scale.valueProperty().addListener((_, _, now) -> {
            if (!opening) {
                write(Criterion.format(BigDecimal.valueOf(Math.round(now.doubleValue() / step)).multiply(exactStep)));
            }
        });
        HBox.setHgrow(scale, Priority.ALWAYS);
        HBox hand = new HBox(scale, letter("n"), letter("x"));
        hand.getStyleClass().add("book-hand");
        return hand;
    }

    /** A standing, for scoring with the mouse. */
    private Button letter(String letter) {
        Button button = new Button(letter);
        button.getStyleClass().add("book-letter");
        button.setFocusTraversable(false);
        button.setAccessibleText(UiText.of("MarkBook.letter." + letter));
        button.setTooltip(new Tooltip(UiText.of("MarkBook.letter." + letter)));
        button.setOnAction(_ -> write(letter));
        return button;
    }

    private void write(String text) {
        field.setText(text);
        field.requestFocus();
        field.selectAll();
    }

    /**
     * Opens the field.
     *
     * @param chosen true if what is typed next replaces the text
     */
    void open(Criterion criterion, String text, boolean chosen, String spoken) {
        opening = true;
        exactStep = criterion.step();
        step = criterion.step().doubleValue();
        scale.setMax(criterion.maximum().doubleValue());
        scale.setMajorTickUnit(step);
        scale.setBlockIncrement(step);
        scale.setValue(text.matches("\\d+(\\.\\d+)?") ? Double.parseDouble(text) : 0);
        opening = false;
        setVisible(true);
        field.setText(text);
        field.setAccessibleText(spoken);
        field.requestFocus();
        if (chosen) {
            field.selectAll();
        } else {
            field.end();
        }
    }

    /**
     * True if the focus is on the scale or on a letter of this field; a window that loses the keyboard keeps the field
     * as its focus owner.
     */
    private boolean isOnScale() {
        Node owner = getScene() == null ? null : getScene().getFocusOwner();
        return owner != null && owner != field && isWithin(owner);
    }

    private boolean isWithin(Node node) {
        return node == this || node.getParent() != null && isWithin(node.getParent());
    }

    void close() {
        setVisible(false);
        showRefusal("");
    }

    String text() {
        return field.getText();
    }

    void refuse(String why) {
        showRefusal(why);
        field.selectAll();
    }

    private void showRefusal(String why) {
        refusal.setText(why);
        Form.show(refusal, !why.isEmpty());
    }

    private void onKey(KeyEvent event) {
        Then then = switch (event.getCode()) {
            case ENTER -> event.isShiftDown() ? Then.BACK : Then.ON;
            case TAB -> event.isShiftDown() ? Then.LEFT : Then.RIGHT;
            case DOWN -> Then.DOWN;
            case UP -> Then.UP;
            default -> null;
        };
        if (event.getCode() == KeyCode.ESCAPE) {
            close();
            leaving.run();
            event.consume();
        } else if (then != null) {
            taking.accept(field.getText(), then);
            event.consume();
        }
    }
}

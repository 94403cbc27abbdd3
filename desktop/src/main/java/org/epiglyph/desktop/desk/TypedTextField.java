package org.epiglyph.desktop.desk;

import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.documents.Typeface;

/** A field on the page for typed text. Enter or a press elsewhere puts it on the page, Esc forgets it. */
final class TypedTextField extends TextArea {
    private final DeskModel model;
    private final PageLeaf leaf;
    private final PagePoint at;
    private boolean closed;

    private TypedTextField(DeskModel model, PageLeaf leaf, PagePoint at) {
        this.model = model;
        this.leaf = leaf;
        this.at = at;
        getStyleClass().add("typed-text");
        setId("typed-text");
        setPrefRowCount(1);
        setPrefColumnCount(20);
        setAccessibleText(Words.of("Tool.TEXT"));
        addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER && !e.isShiftDown()) {
                e.consume();
                close(true);
            } else if (e.getCode() == KeyCode.ESCAPE) {
                e.consume();
                close(false);
            }
        });
        focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                close(true);
            }
        });
    }

    static void open(DeskModel model, PageLeaf leaf, PagePoint at) {
        TypedTextField field = new TypedTextField(model, leaf, at);
        PagePoint shown = leaf.geometry().toShown(at);
        leaf.getChildren().add(field);
        field.relocate(shown.x() * leaf.scale(), shown.y() * leaf.scale());
        javafx.application.Platform.runLater(field::requestFocus);
    }

    private void close(boolean keep) {
        if (closed) {
            return;
        }
        closed = true;
        leaf.getParent().getParent().requestFocus(); // before it goes, or the focus would wander to the ledger
        ((Pane) getParent()).getChildren().remove(this);
        if (keep && !getText().isBlank()) {
            String words = getText().strip();
            double size = Math.clamp(model.penCaseProperty().get().current().width(), 4, 96);
            int turn = (360 - leaf.geometry().rotation()) % 360;
            model.place(new TypedText(model.newHead(leaf.page(), turn), at, words, size,
                    Typeface.SERIF_ITALIC.width(words, size)));
        }
    }
}

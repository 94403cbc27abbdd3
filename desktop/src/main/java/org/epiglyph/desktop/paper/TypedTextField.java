package org.epiglyph.desktop.paper;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.documents.base.Typeface;

/**
 * A field on the page for typed text, wrapped at its edge. Enter or a press elsewhere puts it on the page, Esc discards
 * it.
 */
public final class TypedTextField extends TextArea {
    private static final double LEAST = 60;
    private static final double USUAL = 260;
    private final DeskModel model;
    private final PageLeaf leaf;
    private final PagePoint at;
    private final Optional<TypedText> changed;
    private boolean closed;

    private TypedTextField(DeskModel model, PageLeaf leaf, PagePoint at, Optional<TypedText> changed) {
        this.model = model;
        this.leaf = leaf;
        this.at = at;
        this.changed = changed;
        getStyleClass().add("typed-text");
        setId("typed-text");
        setWrapText(true);
        setPrefRowCount(2);
        Slant.of(this);
        setAccessibleText(UiText.of("Tool.TEXT"));
        changed.ifPresent(t -> setText(t.text()));
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

    /** @param changed the text that is edited; empty for a new one at the place */
    public static void open(DeskModel model, PageLeaf leaf, PagePoint at, Optional<TypedText> changed) {
        if (model.submission().sealed()) {
            model.refuse(UiText.of("Desk.sealedRefuses"));
            return;
        }
        model.writing().finish();
        TypedTextField field = new TypedTextField(model, leaf, at, changed);
        model.writing().typingOnPage(() -> field.close(true));
        PagePoint shown = leaf.geometry().toShown(at);
        double x = shown.x() * leaf.scale();
        double column = changed.filter(t -> !t.lines().isEmpty()).map(t -> t.width() * leaf.scale() + 24).orElse(USUAL);
        field.setPrefWidth(Math.max(LEAST, Math.min(column, leaf.getWidth() - x)));
        leaf.getChildren().add(field);
        field.relocate(x, shown.y() * leaf.scale());
        javafx.application.Platform.runLater(() -> {
            field.requestFocus();
            field.positionCaret(field.getLength());
        });
    }

    private void close(boolean keep) {
        if (closed) {
            return;
        }
        closed = true;
        model.writing().typingOnPage(() -> {});
        double column = Math.max(LEAST, getWidth() - 24) / leaf.scale();
        if (isFocused() && leaf.getParent() != null) {
            leaf.getParent().getParent().requestFocus(); // before it is removed, or the focus would move to the ledger
        }
        leaf.getChildren().remove(this);
        if (keep && !getText().isBlank()) {
            Slot slot = model.penCaseProperty().get().current();
            String text = getText().strip();
            if (changed.isPresent()) {
                TypedText old = changed.get();
                TypedText other = model.pageSizes()
                        .onto(set(old.head(), old.at(), text, old.size(), column, old.ground()));
                if (!text.equals(old.text())) {
                    model.change(other);
                }
            } else {
                double size = Math.clamp(slot.width(), 4, 96);
                model.place(model.pageSizes()
                        .onto(set(model.newHead(leaf.page(), leaf.uprightTurn()), at, text, size, column,
                                slot.ground())));
            }
        }
    }

    /** Wraps the text to the column, as the typeface measures it. */
    static TypedText set(Head head, PagePoint at, String text, double size, double column, boolean ground) {
        List<String> lines = Typeface.SERIF_ITALIC.lines(text, size, column);
        double width = Typeface.SERIF_ITALIC.width(String.join("\n", lines), size);
        return new TypedText(head, at, text, size, width, lines, ground);
    }
}

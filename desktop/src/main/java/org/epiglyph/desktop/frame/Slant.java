package org.epiglyph.desktop.frame;

import javafx.beans.value.ObservableValue;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import javafx.scene.text.Text;

/**
 * Shows text with Hebrew or Arabic letters upright where other text is in italics. These scripts have none, and the
 * italic typeface found for them may show other characters instead.
 */
public final class Slant {
    private static final PseudoClass UPRIGHT = PseudoClass.getPseudoClass("upright");

    private Slant() {}

    /** Keeps a text upright while it has such letters. */
    public static <T extends Text> T of(T text) {
        follow(text, text.textProperty());
        return text;
    }

    /** Keeps a label upright while it has such letters. */
    public static <T extends Labeled> T of(T label) {
        follow(label, label.textProperty());
        return label;
    }

    /** Keeps a field upright while it has such letters. */
    public static <T extends TextInputControl> T of(T field) {
        follow(field, field.textProperty());
        return field;
    }

    private static void follow(Node node, ObservableValue<String> text) {
        text.subscribe(now -> node.pseudoClassStateChanged(UPRIGHT, now != null
                && UiText.hasRightToLeft(now)));
    }
}

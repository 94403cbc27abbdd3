package org.epiglyph.desktop.frame;

import java.text.Bidi;
import javafx.beans.value.ObservableValue;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import javafx.scene.text.Text;

/**
 * Remarks are set in italics. Hebrew and Arabic have none, and where a slanted typeface is asked for, one may be found that
 * has other signs in the places of their letters: words with such letters stand upright.
 */
public final class Slant {
    private static final PseudoClass UPRIGHT = PseudoClass.getPseudoClass("upright");

    private Slant() {}

    /** Sets a text upright where its letters ask for it. */
    public static <T extends Text> T of(T text) {
        follow(text, text.textProperty());
        return text;
    }

    /** Sets a label upright while the letters of its words ask for it. */
    public static <T extends Labeled> T of(T label) {
        follow(label, label.textProperty());
        return label;
    }

    /** Sets a field upright while the letters in it ask for it. */
    public static <T extends TextInputControl> T of(T field) {
        follow(field, field.textProperty());
        return field;
    }

    private static void follow(Node node, ObservableValue<String> words) {
        words.subscribe(now -> node.pseudoClassStateChanged(UPRIGHT, now != null
                && Bidi.requiresBidi(now.toCharArray(), 0, now.length())));
    }
}

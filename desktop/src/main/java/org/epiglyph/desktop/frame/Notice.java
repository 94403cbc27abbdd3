package org.epiglyph.desktop.frame;

import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;

/** What is said about the last act: why it could not be done, or calmly that it was. */
public final class Notice {
    private static final PseudoClass CALM = PseudoClass.getPseudoClass("calm");
    private final ReadOnlyStringWrapper words = new ReadOnlyStringWrapper("");
    private final ReadOnlyBooleanWrapper calm = new ReadOnlyBooleanWrapper();

    /** Says what could not be done and why. */
    public void refuse(String why) {
        calm.set(false);
        words.set(why);
    }

    /** Says what was done. */
    public void tell(String what) {
        calm.set(true);
        words.set(what);
    }

    /** Says nothing any more. */
    public void clear() {
        words.set("");
    }

    public ReadOnlyStringProperty wordsProperty() {
        return words.getReadOnlyProperty();
    }

    /** True if what is said is no refusal. */
    public ReadOnlyBooleanProperty calmProperty() {
        return calm.getReadOnlyProperty();
    }

    /** Lets a label look as calm as what it says. */
    public void look(Label label) {
        calm.subscribe(is -> label.pseudoClassStateChanged(CALM, is));
    }
}

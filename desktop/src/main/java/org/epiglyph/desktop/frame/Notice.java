package org.epiglyph.desktop.frame;

import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;

/** The message about the last act: why it could not be done, or calmly that it was. */
public final class Notice {
    private static final PseudoClass CALM = PseudoClass.getPseudoClass("calm");
    private final ReadOnlyStringWrapper text = new ReadOnlyStringWrapper("");
    private final ReadOnlyBooleanWrapper calm = new ReadOnlyBooleanWrapper();

    /** Reports what could not be done and why. */
    public void refuse(String why) {
        calm.set(false);
        text.set(why);
    }

    /** Reports what was done. */
    public void report(String what) {
        calm.set(true);
        text.set(what);
    }

    /** Clears the message. */
    public void clear() {
        text.set("");
    }

    public ReadOnlyStringProperty textProperty() {
        return text.getReadOnlyProperty();
    }

    /** True if the message is not a refusal. */
    ReadOnlyBooleanProperty informationProperty() {
        return calm.getReadOnlyProperty();
    }

    /** Makes a label look as calm as its message. */
    public void look(Label label) {
        calm.subscribe(is -> label.pseudoClassStateChanged(CALM, is));
    }
}

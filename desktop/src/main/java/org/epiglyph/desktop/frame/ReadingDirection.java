package org.epiglyph.desktop.frame;

import javafx.geometry.NodeOrientation;
import javafx.scene.control.TextInputControl;
import org.epiglyph.documents.base.TextDirection;

/** Aligns a field with the direction of its text: Hebrew and Arabic are typed from the right. */
public final class ReadingDirection {
    private ReadingDirection() {}

    /** Keeps a field in the direction of its first letter, as the text is shown when it has been written. */
    public static <T extends TextInputControl> T of(T field) {
        field.textProperty()
                .subscribe(now -> field.setNodeOrientation(now != null && isRightToLeft(now)
                        ? NodeOrientation.RIGHT_TO_LEFT
                        : NodeOrientation.INHERIT));
        return field;
    }

    /** Asks the larger library only about text with such letters, so that the desk does not load it at its start. */
    private static boolean isRightToLeft(String text) {
        return UiText.hasRightToLeft(text) && TextDirection.isRightToLeft(text);
    }
}

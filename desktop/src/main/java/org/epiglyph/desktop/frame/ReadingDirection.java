package org.epiglyph.desktop.frame;

import javafx.geometry.NodeOrientation;
import javafx.scene.control.TextInputControl;
import org.epiglyph.documents.base.TextDirection;

/** Lets a field be written in from the side from which its text reads: Hebrew and Arabic from the right. */
public final class ReadingDirection {
    private ReadingDirection() {}

    /** Keeps a field in the direction of its first letter, as the text is shown when it has been written. */
    public static <T extends TextInputControl> T of(T field) {
        field.textProperty()
                .subscribe(now -> field.setNodeOrientation(now != null && TextDirection.isRightToLeft(now)
                        ? NodeOrientation.RIGHT_TO_LEFT
                        : NodeOrientation.INHERIT));
        return field;
    }
}

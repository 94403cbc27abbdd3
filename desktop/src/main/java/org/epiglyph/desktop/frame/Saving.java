package org.epiglyph.desktop.frame;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;

/** Whether changes are saved, in a word or two for the top line. */
public final class Saving {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT);
    private final ReadOnlyStringWrapper text = new ReadOnlyStringWrapper("");

    /** Everything is saved since then. */
    public void saved(Instant at, ZoneId zone) {
        text.set(UiText.of("Frame.saved", TIME.format(at.atZone(zone))));
    }

    public void notSaved() {
        text.set(UiText.of("Frame.notSaved"));
    }

    /** When the last change was saved, or that it was not; empty before the first. */
    public ReadOnlyStringProperty textProperty() {
        return text.getReadOnlyProperty();
    }
}

package org.epiglyph.desktop.frame;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** How the top line says when the last change was saved. */
public final class SavedWords {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT);

    private SavedWords() {}

    public static String at(Instant at, ZoneId zone) {
        return Words.of("Frame.saved", TIME.format(at.atZone(zone)));
    }
}

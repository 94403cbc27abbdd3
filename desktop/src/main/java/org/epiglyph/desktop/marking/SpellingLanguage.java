package org.epiglyph.desktop.marking;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.spelling.Spelling;

/** The language in which the marker's remarks are spelled. */
public final class SpellingLanguage {
    private SpellingLanguage() {}

    /** Switches the spelling check to the next language that has a dictionary, or off. */
    public static void switchToNext(DeskModel desk) {
        List<String> all = new ArrayList<>(Spelling.LANGUAGES);
        all.add("");
        int here = all.indexOf(desk.batch().aids().language());
        String next = all.get((here + 1) % all.size());
        if (desk.edit(new Edit.ChangeAids(desk.batch().aids().withLanguage(next)))) {
            desk.report(next.isEmpty()
                    ? UiText.of("Desk.noSpelling")
                    : UiText.of("Desk.spelling", Locale.forLanguageTag(next).getDisplayName(Locale.ENGLISH)));
        }
    }
}

package org.epiglyph.desktop.spelling;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.epiglyph.desktop.settings.Settings;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SpellingTest {
    @TempDir
    private Path folder;
    private Spelling spelling;

    @BeforeEach
    void open() {
        spelling = new Spelling(new Settings(folder));
    }

    @Test
    void namesUnknownWordsWithTheirPlaces() {
        assertThat(spelling.unknown("Your working is clear; the tide\u2019s range isn't.", "en-GB")).isEmpty();
        assertThat(spelling.unknown("You recieve teh marks", "en-GB"))
                .containsExactly(new Spelling.Unknown("recieve", 4), new Spelling.Unknown("teh", 12));
        assertThat(spelling.suggestions("recieve", "en-GB")).contains("receive");
    }

    @Test
    void distinguishesLanguagesAndIgnoresUnknownOnes() {
        assertThat(spelling.unknown("colour", "en-GB")).isEmpty();
        assertThat(spelling.unknown("colour", "en-US")).hasSize(1);
        assertThat(spelling.unknown("La marée monte régulièrement", "fr")).isEmpty();
        assertThat(spelling.unknown("xyzzy", "")).isEmpty();
        assertThat(spelling.suggestions("xyzzy", "tlh")).isEmpty();
    }

    @Test
    void ignoresCodeAddressesLinksAndNumbers() {
        assertThat(spelling.unknown("See `xqzt`, [the table](https://exmpl.org/qqq) and h2o at 3.9m, mail a@qqq.org",
                "en-GB")).isEmpty();
    }

    @Test
    void remembersAnAddedWord() {
        assertThat(spelling.unknown("Kestrelport", "en-GB")).hasSize(1);
        spelling.add("Kestrelport");
        assertThat(spelling.unknown("Kestrelport", "en-GB")).isEmpty();
        assertThat(new Spelling(new Settings(folder)).unknown("Kestrelport", "fr")).isEmpty();
    }

    /** Pasted text may have no spaces. */
    @Test
    void endlessWordsAreIgnored() {
        for (String endless : List.of("x".repeat(50_000), "a" + "'a".repeat(50_000), "\u00e9".repeat(50_000))) {
            assertThat(spelling.unknown(endless, "en-GB")).hasSize(1);
            assertThat(spelling.suggestions(endless, "en-GB")).isEmpty();
        }
        assertThat(spelling.unknown("](".repeat(20_000) + "`".repeat(20_001) + "x".repeat(20_000) + "1", "en-GB"))
                .isEmpty();
        assertThat(spelling.unknown("`code`x1 and $1 \\ recieve", "en-GB"))
                .containsExactly(new Spelling.Unknown("recieve", 18));
    }

    @Test
    void ignoresScriptsWithoutADictionary() {
        assertThat(spelling.unknown("The angle \u03b1 of \u6f6e\u6c50 and \u05e9\u05dc\u05d5\u05dd, \ud835\udc65",
                "en-GB")).isEmpty();
        assertThat(spelling.unknown("The \u00e1ngl\u00e9", "en-GB")).hasSize(1);
    }
}

package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.Bidi;
import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.epiglyph.desktop.frame.UiText;
import org.junit.jupiter.api.Test;

/** Every key used by the code has a text, and every pattern can be formatted. */
class UiTextTest {
    private static final Pattern KEY = Pattern
            .compile(
                    "\"((?:Frame|Keys|Place|Shelf|Collect|Desk|Side|Case|Chosen|Spelling|Ledger|HandBack|History|Mark|Tool|Names|Passages|Counts|MarkBook|Figures|Course|Letters)\\.[A-Za-z.]+)\"");
    private final ResourceBundle words = ResourceBundle.getBundle("org.epiglyph.desktop.ui-text", Locale.ENGLISH);

    @Test
    void everyKeyInTheCodeHasText() throws IOException {
        Set<String> missing = new TreeSet<>();
        try (Stream<Path> sources = Files.walk(Path.of("src/main/java"))) {
            for (Path source : sources.filter(p -> p.toString().endsWith(".java")).toList()) {
                Matcher key = KEY.matcher(Files.readString(source));
                while (key.find()) {
                    if (!words.containsKey(key.group(1)) && !key.group(1).endsWith(".")) {
                        missing.add(key.group(1));
                    }
                }
            }
        }
        assertThat(missing).isEmpty();
    }

    @Test
    void everyPatternFormatsAndKeepsItsApostrophes() {
        for (String key : words.keySet()) {
            String pattern = words.getString(key);
            String formatted = new MessageFormat(pattern, Locale.ENGLISH).format(new Object[]{1, 2, 3, 4, 5, 6, 7});
            assertThat(formatted).as(key).doesNotContain("{");
            assertThat(pattern.replace("''", "")).as(key + " has a lone apostrophe").doesNotContain("'");
        }
    }

    @Test
    void rightToLeftNamesDoNotReorderTheTextAroundThem() {
        String title = "מבחן בגאות ושפל";
        String line = UiText.isolated(title) + "   0 of 9 scored";
        Bidi order = new Bidi(line, Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT);
        assertThat(order.baseIsLeftToRight()).isTrue();
        assertThat(order.getLevelAt(line.indexOf("0 of"))).isZero();
        assertThat(order.getLevelAt(line.indexOf(title))).isEqualTo(1);
        assertThat(UiText.of("HandBack.noFolder", title)).contains(UiText.isolated(title));
        assertThat(UiText.of("HandBack.noFolder", Path.of("Ångström"))).contains("Ångström")
                .doesNotContain(UiText.isolated(title).substring(0, 1));
        assertThat(UiText.isolated("")).isEmpty();
        assertThat(UiText.of("HandBack.noFolder", "a\u202Egnp.\u2067b")).as("what turns all that follows round")
                .contains("agnp.b")
                .doesNotContainPattern("[\u202E\u2067]");
    }
}

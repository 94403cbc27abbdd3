package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.MessageFormat;
import java.util.Locale;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every message used by a module has a text, no text is unused, and every pattern can be formatted. */
class MessagesTest {
    private static final Pattern SAID = Pattern
            .compile("Message\\s*\\.of\\(\\s*(\\w+)\\.class,\\s*(?:[^\"?;]*\\?\\s*\"(\\w+)\"\\s*:\\s*)?\"(\\w+)\"");

    @ParameterizedTest
    @ValueSource(strings = {"core", "workspace", "carrier", "exchange", "documents", "sound"})
    void eachModuleHasExactlyTheTextsItUses(String module) throws IOException {
        Path sources = Path.of("..", module, "src/main");
        Properties words = new Properties();
        try (Reader in = Files.newBufferedReader(
                sources.resolve("resources/org/epiglyph").resolve(module).resolve("messages.properties"))) {
            words.load(in);
        }
        assertThat(said(sources.resolve("java"))).isNotEmpty().isEqualTo(words.stringPropertyNames());
        words.forEach((key, pattern) -> {
            String formatted = new MessageFormat(pattern.toString(), Locale.ENGLISH)
                    .format(new Object[]{"a", "b", "c", "d", "e"});
            assertThat(formatted).as(key.toString()).doesNotContain("{").isNotBlank();
        });
    }

    private static Set<String> said(Path sources) throws IOException {
        Set<String> said = new TreeSet<>();
        try (Stream<Path> files = Files.walk(sources)) {
            for (Path file : files.filter(p -> p.toString().endsWith(".java")).toList()) {
                Matcher one = SAID.matcher(Files.readString(file));
                while (one.find()) {
                    said.add(one.group(1) + "." + one.group(3));
                    if (one.group(2) != null) { // one of two
                        said.add(one.group(1) + "." + one.group(2));
                    }
                }
            }
        }
        return said;
    }
}

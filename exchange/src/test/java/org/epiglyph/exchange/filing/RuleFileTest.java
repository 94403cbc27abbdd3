package org.epiglyph.exchange.filing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Problem;
import org.epiglyph.core.filing.FilingRule;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RuleFileTest {
    @TempDir
    private Path folder;

    private Path file(String text) throws Exception {
        return Files.writeString(folder.resolve("rule.txt"), text);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"-1|<key>_h<hand-in>_<family>_<free>", "0|<family>, <given> - <free>",
            "2|Group <section> (<initials>) <free>",
            "-1|Etüde 100 % <key>=<free>"})
    void readsBackARule(int level, String written) throws Exception {
        FilingRule rule = FilingRule.of("Kestrel Point, 2. Jahr", level, written);
        Path file = folder.resolve("kept/rule.txt");
        RuleFile.write(rule, file);
        assertThat(RuleFile.read(file)).isEqualTo(rule);
        assertThat(Files.readString(file)).startsWith("# A filing rule").contains("# " + rule.describe());
    }

    @Test
    void optionalFieldsMayBeOmitted() throws Exception {
        assertThat(RuleFile.read(file("reads = <key>_<free>\n")))
                .isEqualTo(FilingRule.of("rule.txt", FilingRule.FILE, "<key>_<free>"));
        assertThat(RuleFile.read(file("# words\n\nname=x\nwhere=folder 2\nreads=<family>\n")).level()).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"name = x|has no line that begins with 'reads ='",
            "reads = work_<free>|identifies the student",
            "reads = <key>_<free>&where = cellar|'where' must be 'file name'",
            "reads = <nobody>_<free>|<nobody> is not a part of a filing rule"})
    void rejectsAnInvalidRuleNamingTheFile(String text, String said) throws Exception {
        Path file = file(text.replace('&', '\n'));
        assertThatThrownBy(() -> RuleFile.read(file)).isInstanceOf(Problem.class)
                .hasMessageContaining(said)
                .hasMessageContaining("rule.txt");
    }

    @Test
    void reportsAMissingFileAndABinaryOne() throws Exception {
        assertThatThrownBy(() -> RuleFile.read(folder.resolve("gone.txt"))).hasMessageContaining("cannot be read");
        Path bytes = Files.write(folder.resolve("bytes.txt"), "reads = \u00e9".getBytes(StandardCharsets.ISO_8859_1));
        assertThatThrownBy(() -> RuleFile.read(bytes)).isInstanceOf(Problem.class)
                .hasMessageContaining("plain text in UTF-8");
        Path large = Files.write(folder.resolve("large.txt"), new byte[200_000]);
        assertThatThrownBy(() -> RuleFile.read(large)).hasMessageContaining("far too long");
    }
}

package org.epiglyph.desktop.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.filing.FilingRule;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is stored on the shelf beside the batches. */
class BesideTest {
    @TempDir
    private Path shelf;
    private final List<String> troubles = new ArrayList<>();
    private Beside beside;

    @BeforeEach
    void open() {
        beside = new Beside(shelf, troubles::add);
    }

    private void write(String name) throws Exception {
        Path file = shelf.resolve(name);
        Files.createDirectories(file.getParent());
        Files.writeString(file, "words");
    }

    @Test
    void findsTablesByExtensionInOrderAndByTask() throws Exception {
        assertThat(beside.schemes()).as("no such folder yet").isEmpty();
        write("mark schemes/Tides.csv");
        write("mark schemes/Heights.xlsx");
        write("mark schemes/notes.txt");
        write("phrasebooks/Passage.md");
        assertThat(beside.schemes()).extracting(Path::getFileName)
                .map(Path::toString)
                .containsExactly("Heights.xlsx", "Tides.csv");
        assertThat(Beside.find(beside.schemes(), "tides")).hasValueSatisfying(p -> assertThat(p).hasFileName(
                "Tides.csv"));
        assertThat(Beside.find(beside.phrasebooks(), "Tides")).isEmpty();
    }

    @Test
    void aFolderNameIsUniqueAndPortable() throws Exception {
        assertThat(beside.freeName("Tides: part 1/2?")).isEqualTo("Tides  part 1 2");
        Files.createDirectory(shelf.resolve("Heights"));
        Files.createDirectory(shelf.resolve("Heights 2"));
        assertThat(beside.freeName("Heights")).isEqualTo("Heights 3");
        assertThat(Beside.forNames("..\\a")).isEqualTo(".. a");
    }

    @Test
    void readsARuleBackAndNamesABrokenOne() throws Exception {
        FilingRule rule = FilingRule.of("By/mail", FilingRule.FILE, "<family>_<given>_<free>");
        assertThat(beside.save(rule)).hasValue(shelf.resolve("filing rules").resolve("By mail.txt"));
        write("filing rules/broken.txt");
        assertThat(beside.rules()).containsExactly(rule);
        assertThat(troubles).singleElement().asString().contains("broken.txt");
    }

    @Test
    void reportsARuleThatCannotBeWritten() throws Exception {
        write("filing rules");
        assertThat(beside.save(FilingRule.of("By mail", FilingRule.FILE, "<family>_<given>_<free>"))).isEmpty();
        assertThat(troubles).singleElement().asString().contains("By mail.txt");
    }
}

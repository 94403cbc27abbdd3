package org.epiglyph.exchange.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FolderSourceTest {
    @TempDir
    private Path folder;

    @Test
    void filesAreTakenWithTheirFoldersAndHiddenOnesLeftOut() throws Exception {
        Files.createDirectories(folder.resolve("B/K-2 Bao"));
        Files.writeString(folder.resolve("B/K-2 Bao/work.txt"), "two");
        Files.writeString(folder.resolve("K-1.txt"), "one");
        Files.writeString(folder.resolve(".hidden"), "x");
        try (FolderSource source = FolderSource.open(folder)) {
            assertThat(source.files()).extracting(ReceivedFile::path).containsExactly("B/K-2 Bao/work.txt", "K-1.txt");
            assertThat(source.files().getLast().size()).isEqualTo(3);
            assertThat(source.files().getLast().changed()).isPresent();
            try (InputStream in = source.files().getFirst().open()) {
                assertThat(in.readAllBytes()).isEqualTo("two".getBytes());
            }
            assertThat(source.refusals()).isEmpty();
        }
    }

    @Test
    void aLinkIsNotFollowedAndIsNamed() throws Exception {
        Path secret = Files.writeString(folder.resolve("outside.txt"), "secret");
        Path inner = Files.createDirectories(folder.resolve("inner"));
        Files.createSymbolicLink(inner.resolve("K-1.pdf"), secret);
        try (FolderSource source = FolderSource.open(inner)) {
            assertThat(source.files()).isEmpty();
            assertThat(source.refusals()).singleElement()
                    .satisfies(r -> assertThat(r.reason()).startsWith("It is a link"));
        }
    }

    @Test
    void aFolderThatIsNotThereSaysSo() {
        assertThatThrownBy(() -> FolderSource.open(folder.resolve("gone"))).isInstanceOf(Problem.class)
                .hasMessageContaining("cannot be read");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/etc/passwd", "C:\\x", "C:/x", "..", "a/../b", "a//b", "./a", "a/", "x\u0000y", "x\ny",
            "\u202Efdp.exe", "x\u200Ey", "CON", "com1.txt", "a/LPT9.pdf",
            "back\\slash"})
    void namesThatLeadAstrayAreRefused(String path) {
        assertThat(PathCheck.refusal(path)).isPresent();
        assertThat(PathCheck.printable(path)).doesNotContain("\u202E", "\u0000", "\n");
    }

    @ParameterizedTest
    @ValueSource(strings = {"K-1.pdf", "Ünal/wörk.pdf", "佐藤.pdf", "console.txt", "a.b/c..d.pdf",
            "name with  spaces .pdf", "K-1 (2).pdf"})
    void honestNamesAreTaken(String path) {
        assertThat(PathCheck.refusal(path)).isEmpty();
    }

    @Test
    void aNameOf300CharactersIsRefusedWithTheLimit() {
        assertThat(PathCheck.refusal("x".repeat(300) + ".pdf"))
                .hasValueSatisfying(why -> assertThat(why).contains("longer than 200 characters"));
    }
}

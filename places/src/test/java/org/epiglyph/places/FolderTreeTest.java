package org.epiglyph.places;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is in folders is listed whole or not at all, and nothing outside them is deleted. */
class FolderTreeTest {
    @TempDir
    private Path outside;
    private Path root;

    @BeforeEach
    void make() throws IOException {
        root = Files.createDirectory(outside.resolve("root"));
        Files.createDirectories(root.resolve("b/deep"));
        Files.writeString(root.resolve("b/deep/two.txt"), "2");
        Files.writeString(root.resolve("a.txt"), "1");
    }

    @Test
    void listsFoldersBeforeTheirContents() throws IOException {
        assertThat(FolderTree.all(root)).containsExactly(root, root.resolve("a.txt"), root.resolve("b"),
                root.resolve("b/deep"), root.resolve("b/deep/two.txt"));
        assertThat(FolderTree.entries(root)).containsExactly(root.resolve("a.txt"), root.resolve("b"));
    }

    @Test
    void deletesLinksButNotTheirTargets() throws IOException {
        Path kept = Files.createDirectory(outside.resolve("kept"));
        Files.writeString(kept.resolve("work.txt"), "work");
        Files.createSymbolicLink(root.resolve("b/out"), kept);
        assertThat(FolderTree.all(root)).doesNotContain(root.resolve("b/out/work.txt"));
        FolderTree.delete(root);
        assertThat(root).doesNotExist();
        assertThat(kept.resolve("work.txt")).hasContent("work");
        for (Path leadsTo : List.of(kept, outside.resolve("nowhere"))) {
            Path link = Files.createSymbolicLink(root, leadsTo);
            FolderTree.delete(link);
            assertThat(Files.isSymbolicLink(link)).isFalse();
        }
        assertThat(kept.resolve("work.txt")).hasContent("work");
        FolderTree.delete(root); // what is not there is no trouble
    }

    @Test
    void reportsAnUnreadableSubfolder() throws IOException {
        Path closed = root.resolve("b/deep");
        Files.setPosixFilePermissions(closed, PosixFilePermissions.fromString("---------"));
        try {
            assumeTrue(!Files.isReadable(closed), "whoever may read everything meets no such folder");
            assertThatThrownBy(() -> FolderTree.all(root)).isInstanceOf(IOException.class);
            assertThatThrownBy(() -> FolderTree.entries(closed)).isInstanceOf(IOException.class);
        } finally {
            Files.setPosixFilePermissions(closed, PosixFilePermissions.fromString("rwx------"));
        }
    }
}

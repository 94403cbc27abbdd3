package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HexFormat;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OriginalsTest {
    @TempDir
    private Path root;
    private Originals originals;

    @BeforeEach
    void folder() throws IOException {
        Files.createDirectories(root.resolve("originals"));
        originals = new Originals(new BatchFolder(root));
    }

    /** FIPS 180-4: the digest of "abc", appendix example. */
    @Test
    void storesAFileReadOnlyWithItsDigest() throws IOException {
        Originals.Stored stored = originals.store("d1", "wörk.txt", new ByteArrayInputStream("abc".getBytes()));
        assertThat(stored.sha256()).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assertThat(stored.bytes()).isEqualTo(3);
        assertThat(stored.path()).hasFileName("wörk.txt").hasContent("abc");
        assertThat(HexFormat.of().parseHex(stored.sha256())).hasSize(32);
        assertThat(stored.path().toFile().canExecute()).isFalse();
    }

    @Test
    void doesNotRecreateAMissingBatch() {
        Path gone = root.resolve("gone");
        BatchFolder batch = new BatchFolder(gone);
        assertThatThrownBy(() -> new Originals(batch).store("d1", "work.txt", new ByteArrayInputStream(new byte[9])))
                .isInstanceOf(NoSuchFileException.class);
        assertThatThrownBy(() -> Staging.begin(batch)).isInstanceOf(NoSuchFileException.class);
        assertThatThrownBy(() -> batch.make(batch.outgoing().resolve("spoken")))
                .isInstanceOf(NoSuchFileException.class);
        assertThat(gone).doesNotExist();
    }

    @Test
    void separatesFilesOfTheSameName() throws IOException {
        Path one = originals.store("d1", "work.pdf", new ByteArrayInputStream(new byte[]{1})).path();
        Path two = originals.store("d2", "work.pdf", new ByteArrayInputStream(new byte[]{2})).path();
        assertThat(Files.readAllBytes(one)).containsExactly(1);
        assertThat(Files.readAllBytes(two)).containsExactly(2);
    }

    @Test
    void removesAPartiallyWrittenFile() {
        InputStream failing = new InputStream() {
            private int left = 100_000;

            @Override
            public int read() throws IOException {
                if (left-- <= 0) {
                    throw new IOException("the disk is gone");
                }
                return 1;
            }
        };
        assertThatThrownBy(() -> originals.store("d1", "work.pdf", failing)).hasMessage("the disk is gone");
        assertThat(root.resolve("originals/d1")).doesNotExist();
    }

    @ParameterizedTest
    @ValueSource(strings = {"K-1.pdf", "Ünal wörk (2).docx", "佐藤.pdf", ".hidden", "a.b.c", "name without ending"})
    void keepsAnOrdinaryName(String name) {
        assertThat(BatchFolder.nameOnDisk(name)).isEqualTo(name);
    }

    /** Names that ext4, NTFS or APFS refuse or change (common practice, no source). */
    @ParameterizedTest
    @ValueSource(strings = {"", ".", "..", "a/b.pdf", "a\\b.pdf", "a:b.pdf", "what?.pdf", "NUL", "com1.pdf",
            "ends with dot.", "ends with blank ",
            "bell\u0007.pdf", "turn\u202Efdp.pdf", "zero\u200Bwidth.pdf"})
    void replacesANameThatADiskMightRefuse(String name) {
        assertThat(BatchFolder.nameOnDisk(name)).matches("document(\\.pdf)?");
    }

    @Test
    void limitsNamesTo200LettersAndExtensionsTo8() {
        String longest = "x".repeat(196) + ".pdf";
        assertThat(BatchFolder.nameOnDisk(longest)).isEqualTo(longest);
        assertThat(BatchFolder.nameOnDisk("x" + longest)).isEqualTo("document.pdf");
        assertThat(BatchFolder.nameOnDisk("x".repeat(300) + ".markdown")).isEqualTo("document.markdown");
        assertThat(BatchFolder.nameOnDisk("x".repeat(300) + ".backwards")).isEqualTo("document");
        assertThat(BatchFolder.nameOnDisk("x".repeat(300))).isEqualTo("document");
        assertThat(BatchFolder.nameOnDisk("佐".repeat(80) + ".pdf")).as("in bytes").isEqualTo("document.pdf");
    }

    private static Document document(String id, Originals.Stored stored, Pages pages) {
        return new Document(id, "work.pdf", stored.sha256(), stored.bytes(), pages, "");
    }

    @Test
    void detectsAnyChangedByte() throws IOException {
        BatchFolder folder = new BatchFolder(root);
        byte[] bytes = new byte[200_000];
        Originals.Stored stored = originals.store("d1", "work.pdf", new ByteArrayInputStream(bytes));
        Document document = document("d1", stored, new Pages.Awaited());
        assertThat(stored.bytes()).isEqualTo(bytes.length);
        assertThat(Originals.isIntact(folder, document)).isTrue();
        assertThat(stored.path().toFile().setWritable(true)).isTrue();
        bytes[150_000] = 1;
        Files.write(stored.path(), bytes);
        assertThat(Originals.isIntact(folder, document)).isFalse();
        originals.remove("d1");
        assertThat(Originals.isIntact(folder, document)).as("missing").isFalse();
    }

    @Test
    void namesChangedAndMissingFilesByTheStudentsFileName() throws Exception {
        Path batch = Examples.batch(root);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            Submission submission = workspace.batch().submission(Examples.ADA);
            Path file = workspace.folder().original(submission.documents().getFirst());
            assertThat(Originals.changed(workspace.folder(), submission, submission.documents().stream())).isEmpty();
            assertThat(file.toFile().setWritable(true)).isTrue();
            Files.writeString(file, "other bytes");
            assertThat(Originals.changed(workspace.folder(), submission, submission.documents().stream()))
                    .containsExactly("K-1 work.pdf");
            Files.delete(file);
            assertThat(Originals.changed(workspace.folder(), submission, submission.documents().stream()))
                    .containsExactly("K-1 work.pdf");
        }
    }

    @Test
    void storesAnEmptyFile() throws Exception {
        Originals.Stored stored = originals.store("d1", "empty.txt", new ByteArrayInputStream(new byte[0]));
        assertThat(stored.bytes()).isZero();
        assertThat(stored.path()).isEmptyFile();
    }
}

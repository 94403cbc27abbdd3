package org.epiglyph.exchange.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** APPNOTE.TXT 6.3.10 for names; archives by Info-ZIP's zip and by the JDK, which the reader does not use. */
class ZipSourceTest {
    @TempDir
    private Path folder;

    private interface Filling {
        void into(ZipOutputStream zip) throws IOException;
    }

    private Path zip(Charset names, Filling filling) throws IOException {
        Path file = folder.resolve("batch.zip");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file), names)) {
            zip.setLevel(Deflater.BEST_COMPRESSION);
            filling.into(zip);
        }
        return file;
    }

    private static void entry(ZipOutputStream zip, String name, String content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content.getBytes());
        zip.closeEntry();
    }

    @Test
    void anArchiveOfInfoZipIsRead() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in/Ünal K-1"));
        Files.writeString(in.resolve("wörk.txt"), "hello");
        Process zip = new ProcessBuilder("zip", "-q", "-r", "../made.zip", ".").directory(folder.resolve("in").toFile())
                .start();
        assertThat(zip.waitFor(20, TimeUnit.SECONDS)).isTrue();
        try (ZipSource source = ZipSource.open(folder.resolve("made.zip"))) {
            assertThat(source.files()).extracting(ReceivedFile::path).containsExactly("Ünal K-1/wörk.txt");
            try (InputStream bytes = source.files().getFirst().open()) {
                assertThat(bytes.readAllBytes()).isEqualTo("hello".getBytes());
            }
        }
    }

    @Test
    void namesInTheOldCodePageAreRead() throws Exception {
        Path file = zip(Charset.forName("CP437"), zip -> entry(zip, "Ångström.pdf", "x"));
        try (ZipSource source = ZipSource.open(file)) {
            assertThat(source.files()).extracting(ReceivedFile::path).containsExactly("Ångström.pdf");
        }
    }

    @Test
    void whatPointsOutsideIsNotTakenAndTheRestIs() throws Exception {
        Path file = zip(Charset.forName("UTF-8"), zip -> {
            entry(zip, "../../evil.sh", "x");
            entry(zip, "/etc/evil", "x");
            entry(zip, "C:/evil.txt", "x");
            entry(zip, "a/../../evil", "x");
            entry(zip, "inv\u202Efdp.exe", "x");
            entry(zip, "NUL.txt", "x");
            entry(zip, "K-1.pdf", "good");
            entry(zip, "k-1.PDF", "twin");
        });
        try (ZipSource source = ZipSource.open(file)) {
            assertThat(source.files()).extracting(ReceivedFile::path).containsExactly("K-1.pdf");
            assertThat(source.refusals()).hasSize(7).allSatisfy(r -> assertThat(r.reason()).endsWith("."));
            assertThat(source.refusals()).extracting(FileSource.Refusal::path).contains("inv?fdp.exe");
        }
    }

    @Test
    void aCompressionBombIsRefused() throws Exception {
        byte[] zeros = new byte[1 << 20];
        Path file = zip(Charset.forName("UTF-8"), zip -> {
            zip.putNextEntry(new ZipEntry("bomb.pdf"));
            for (int i = 0; i < 64; i++) {
                zip.write(zeros);
            }
            zip.closeEntry();
            entry(zip, "K-1.pdf", "good");
        });
        assertThat(Files.size(file)).isLessThan(200_000);
        try (ZipSource source = ZipSource.open(file)) {
            assertThat(source.files()).extracting(ReceivedFile::path).containsExactly("K-1.pdf");
            assertThat(source.refusals().getFirst().reason()).contains("200-fold");
        }
    }

    @Test
    void whatIsNoArchiveSaysSo() throws Exception {
        Path file = Files.writeString(folder.resolve("no.zip"), "this is no archive");
        assertThatThrownBy(() -> ZipSource.open(file)).isInstanceOf(Problem.class)
                .hasMessageContaining("no.zip is no zip archive or is broken");
    }
}

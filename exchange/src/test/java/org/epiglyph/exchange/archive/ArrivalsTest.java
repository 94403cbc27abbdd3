package org.epiglyph.exchange.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** APPNOTE.TXT 6.3.10 for names and sizes; archives by Info-ZIP, 7-Zip, libarchive and the JDK, none of which the reader uses. */
class ArrivalsTest {
    @TempDir
    private Path folder;

    private interface Filling {
        void into(ZipOutputStream zip) throws IOException;
    }

    private Path zip(String name, Charset names, Filling filling) throws IOException {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out, names)) {
            zip.setLevel(Deflater.BEST_COMPRESSION);
            filling.into(zip);
        }
        return file;
    }

    private Path zip(Filling filling) throws IOException {
        return zip("batch.zip", StandardCharsets.UTF_8, filling);
    }

    private static void entry(ZipOutputStream zip, String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }

    private static void entry(ZipOutputStream zip, String name, String content) throws IOException {
        entry(zip, name, content.getBytes(StandardCharsets.UTF_8));
    }

    private static FileSource open(Path... places) throws Problem {
        return FileSource.open(List.of(places), Optional.empty(), _ -> {});
    }

    private static List<String> paths(FileSource source) {
        return source.files().stream().map(ReceivedFile::path).toList();
    }

    private static String content(ReceivedFile file) throws IOException {
        try (InputStream in = file.open()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    // --- archives by other programs

    @ParameterizedTest
    @CsvSource({"zip -q -r ../made.zip .", "zip -q -fz -r ../made.zip .", "7z a -tzip -bd -y ../made.zip .",
            "bsdtar -a -cf ../made.zip .", "7z a -bd -y ../made.7z .", "tar -cf ../made.tar .",
            "tar -czf ../made.tar.gz .",
            "bsdtar --format=pax -czf ../made.tgz ."})
    void readsAnotherProgramsArchive(String command) throws Exception {
        Path in = Files.createDirectories(folder.resolve("in/Ünal K-1"));
        Files.writeString(in.resolve("wörk.txt"), "hello");
        Files.writeString(folder.resolve("in/佐藤_K-2.txt"), "two");
        Process made = new ProcessBuilder(command.split(" ")).directory(folder.resolve("in").toFile())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
        assertThat(made.waitFor(30, TimeUnit.SECONDS)).isTrue();
        assertThat(made.exitValue()).isZero();
        Path archive = folder.resolve(command.replaceAll("(?s).*\\.\\./(made[a-z0-9.]+).*", "$1"));
        try (FileSource source = open(archive)) {
            assertThat(paths(source))
                    .containsExactlyInAnyOrder("Ünal K-1/wörk.txt", "佐藤_K-2.txt");
            assertThat(source.files()).anySatisfy(f -> assertThat(content(f)).isEqualTo("hello"));
            assertThat(source.refusals()).isEmpty();
        }
    }

    /** The archive does not declare its encoding; the names are made up. */
    @ParameterizedTest
    @CsvSource({"IBM437, Ångström_Jürgen.pdf", "IBM850, Sequeira_Vânia Ávila.pdf", "windows-1252, Müller_François.pdf",
            "IBM866, Ковальчук_Светлана.pdf", "windows-1251, Иванов_Пётр.pdf", "Shift_JIS, 佐藤_けんじ.pdf"})
    void readsNamesInOldCodePages(String encoding, String name) throws Exception {
        Path file = zip("old.zip", Charset.forName(encoding), zip -> {
            entry(zip, name, "x");
            entry(zip, "plain.pdf", "y");
        });
        stripLanguageFlags(file);
        try (FileSource source = open(file)) {
            assertThat(paths(source)).containsExactly(name, "plain.pdf");
            assertThat(source.nameEncoding()).hasValue(Charset.forName(encoding));
        }
        Charset other = Charset.forName(encoding.equals("IBM866") ? "IBM437" : "IBM866");
        try (FileSource byHand = FileSource.open(List.of(file), Optional.of(other), _ -> {})) {
            assertThat(paths(byHand)).doesNotContain(name);
        }
    }

    /** Clears the UTF-8 flag (APPNOTE 4.4.4, bit 11), which the JDK sets only for some encodings. */
    private static void stripLanguageFlags(Path file) throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        for (int i = 0; i + 10 < bytes.length; i++) {
            boolean local = bytes[i] == 'P' && bytes[i + 1] == 'K' && bytes[i + 2] == 3 && bytes[i + 3] == 4;
            boolean central = bytes[i] == 'P' && bytes[i + 1] == 'K' && bytes[i + 2] == 1 && bytes[i + 3] == 2;
            if (local || central) {
                bytes[i + (local ? 7 : 9)] &= ~0x08;
            }
        }
        Files.write(file, bytes);
    }

    // --- nested archives, several sources

    @Test
    void anInnerArchiveIsAFolder() throws Exception {
        Path inner = zip("inner.zip", StandardCharsets.UTF_8, zip -> {
            entry(zip, "plan.pdf", "one");
            entry(zip, "chart/notes.txt", "two");
        });
        Path outer = zip("outer.zip", StandardCharsets.UTF_8,
                zip -> entry(zip, "Yusuf, Halima.ZIP", Files.readAllBytes(inner)));
        try (FileSource source = open(outer)) {
            assertThat(paths(source)).containsExactly("Yusuf, Halima.ZIP/plan.pdf",
                    "Yusuf, Halima.ZIP/chart/notes.txt");
            assertThat(content(source.files().getLast())).isEqualTo("two");
        }
    }

    @Test
    void accountsForEndlesslyNestedAndBrokenArchives() throws Exception {
        Path inner = zip("0.zip", StandardCharsets.UTF_8, zip -> entry(zip, "a.txt", "deep"));
        for (int i = 1; i < 9; i++) {
            Path before = inner;
            inner = zip(i + ".zip", StandardCharsets.UTF_8, zip -> entry(zip, "more.zip", Files.readAllBytes(before)));
        }
        Path deepest = inner;
        Path outer = zip(zip -> {
            entry(zip, "K-1.zip", Files.readAllBytes(deepest));
            entry(zip, "K-2.zip", "PK no archive at all");
            entry(zip, "K-3.pdf", "good");
        });
        try (FileSource source = open(outer)) {
            assertThat(paths(source)).containsExactly("K-2.zip", "K-3.pdf");
            assertThat(source.files().getFirst().caution().orElseThrow().text()).contains("cannot be opened");
            assertThat(source.refusals()).singleElement().satisfies(r -> {
                assertThat(r.reason().text()).contains("archive within archives");
                assertThat(r.file()).isPresent();
            });
        }
    }

    @Test
    void readsSeveralSourcesAndReportsAFailingOne() throws Exception {
        Path zip = zip("class.zip", StandardCharsets.UTF_8, z -> entry(z, "K-1.pdf", "x"));
        Path loose = Files.writeString(folder.resolve("K-2.txt"), "y");
        Path broken = Files.writeString(folder.resolve("broken.zip"), "PK and no more");
        Path dir = Files.createDirectories(folder.resolve("more/Section A"));
        Files.writeString(dir.resolve("K-3.txt"), "z");
        try (FileSource source = open(zip, loose, folder.resolve("more"), broken)) {
            assertThat(paths(source)).containsExactly("class.zip/K-1.pdf", "K-2.txt", "more/Section A/K-3.txt");
            assertThat(source.refusals()).singleElement()
                    .satisfies(r -> assertThat(r.reason().text()).contains("not a zip archive or is broken"));
        }
    }

    @Test
    void readsAFolderWithSubfoldersAndArchives() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in/B/K-2 Bao"));
        Files.writeString(in.resolve("work.txt"), "two");
        Files.writeString(folder.resolve("in/K-1.txt"), "one");
        Files.writeString(folder.resolve("in/.DS_Store"), "litter");
        Path zip = zip("x.zip", StandardCharsets.UTF_8, z -> entry(z, "a.txt", "three"));
        Files.move(zip, folder.resolve("in/K-3.zip"));
        try (FileSource source = open(folder.resolve("in"))) {
            assertThat(paths(source)).containsExactly("B/K-2 Bao/work.txt", "K-1.txt", "K-3.zip/a.txt");
            assertThat(source.files().getFirst().changed()).isPresent();
            assertThat(source.refusals()).singleElement()
                    .satisfies(r -> assertThat(r.file())
                            .hasValueSatisfying(f -> assertThat(f.path()).isEqualTo(".DS_Store")));
        }
    }

    // --- hostile and broken input

    @Test
    void isolatesPathsThatEscapeAndReadsTheRest() throws Exception {
        Path file = zip(zip -> {
            entry(zip, "../../evil.sh", "x");
            entry(zip, "/etc/evil", "x");
            entry(zip, "C:/evil.txt", "x");
            entry(zip, "a/../../evil", "x");
            entry(zip, "__MACOSX/._K-1.pdf", "x");
            entry(zip, "inv\u202Efdp.exe", "x");
            entry(zip, "NUL.txt", "x");
            entry(zip, "x".repeat(300) + ".pdf", "x");
            entry(zip, "bell\u0007.txt", "x");
            entry(zip, "K-1.pdf", "good");
            entry(zip, "k-1.PDF", "twin");
        });
        try (FileSource source = open(file)) {
            assertThat(source.files()).hasSize(6);
            assertThat(source.files()).filteredOn(f -> f.caution().isEmpty())
                    .extracting(ReceivedFile::path)
                    .containsExactly("K-1.pdf");
            assertThat(source.files().getLast().caution().orElseThrow().text()).contains("same name");
            assertThat(source.refusals()).hasSize(5).allSatisfy(r -> {
                assertThat(r.reason().text()).endsWith(".");
                assertThat(r.file()).isPresent();
            });
            assertThat(PathCheck.printable("inv\u202Efdp.exe")).isEqualTo("inv\uFFFDfdp.exe");
        }
    }

    @Test
    void namesALinkWithoutFollowingIt() throws Exception {
        Path secret = Files.writeString(folder.resolve("outside.txt"), "secret");
        Path inner = Files.createDirectories(folder.resolve("inner"));
        Files.createSymbolicLink(inner.resolve("K-1.pdf"), secret);
        try (FileSource source = open(inner)) {
            assertThat(source.files()).isEmpty();
            assertThat(source.refusals()).singleElement()
                    .satisfies(r -> assertThat(r.reason().text()).startsWith("It is a link"));
        }
    }

    @Test
    void refusesACompressionBomb() throws Exception {
        byte[] zeros = new byte[1 << 20];
        Path file = zip(zip -> {
            zip.putNextEntry(new ZipEntry("bomb.pdf"));
            for (int i = 0; i < 64; i++) {
                zip.write(zeros);
            }
            zip.closeEntry();
            entry(zip, "K-1.pdf", "good");
        });
        assertThat(Files.size(file)).isLessThan(200_000);
        try (FileSource source = open(file)) {
            assertThat(paths(source)).containsExactly("K-1.pdf");
            assertThat(source.refusals().getFirst().reason().text()).contains("200-fold");
        }
    }

    /** Each inner archive is harmless by itself; together they would fill the disk. */
    @Test
    void manyHarmlessArchivesShareOneBudget() throws Exception {
        byte[] zeros = new byte[1 << 20];
        Path inner = zip("inner.zip", StandardCharsets.UTF_8, zip -> {
            for (int i = 0; i < 60; i++) {
                zip.putNextEntry(new ZipEntry("K-" + i + ".txt"));
                for (int m = 0; m < 30; m++) {
                    zip.write(zeros);
                }
                zip.closeEntry();
            }
        });
        byte[] bytes = Files.readAllBytes(inner);
        Path outer = zip(zip -> {
            entry(zip, "honest.txt", "own words");
            for (int i = 0; i < 4; i++) {
                entry(zip, "K-" + i + ".zip", bytes);
            }
        });
        long free = Files.size(outer);
        assertThat(free).isLessThan(10 << 20);
        try (FileSource source = open(outer)) {
            assertThat(paths(source)).contains("honest.txt");
            assertThat(source.files().stream().filter(f -> f.path().endsWith(".zip"))).isNotEmpty()
                    .allSatisfy(f -> assertThat(f.caution().orElseThrow().text()).contains("200-fold"));
            long stated = source.files().stream().mapToLong(f -> Math.max(0, f.size())).sum();
            assertThat(stated).isLessThan(3L << 30);
        }
    }

    @Test
    void namesALinkInATarAndExplainsWhatToDoWithARar() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in"));
        Files.writeString(in.resolve("K-1.txt"), "one");
        Files.createSymbolicLink(in.resolve("K-2.txt"), Path.of("/etc/hostname"));
        Files.writeString(in.resolve("K-3.rar"), "Rar!");
        Process made = new ProcessBuilder("tar", "-czf", "../in.tar.gz", ".").directory(in.toFile()).start();
        assertThat(made.waitFor()).isZero();
        try (FileSource source = open(folder.resolve("in.tar.gz"))) {
            assertThat(paths(source)).containsExactlyInAnyOrder("K-1.txt", "K-3.rar");
            assertThat(source.refusals()).singleElement()
                    .satisfies(r -> assertThat(r.reason().text()).startsWith("It is a link"));
            assertThat(
                    source.files()
                            .stream()
                            .filter(f -> f.path().endsWith(".rar"))
                            .findFirst()
                            .orElseThrow()
                            .caution()
                            .orElseThrow()
                            .text())
                    .contains("Unpack it with the program that made it");
        }
        Path rar = Files.writeString(folder.resolve("class.rar"), "Rar!");
        assertThatThrownBy(() -> open(rar)).isInstanceOf(Problem.class).hasMessageContaining("ask for a zip");
        Path broken = Files.writeString(folder.resolve("class.7z"), "7z no more");
        assertThatThrownBy(() -> open(broken)).isInstanceOf(Problem.class).hasMessageContaining("nothing was taken");
    }

    @Test
    void removesTemporaryFilesOfAKilledProgram() throws Exception {
        Path left = Files
                .createDirectories(Path.of(System.getProperty("java.io.tmpdir"), "epiglyph-999999999-archive-x/y"));
        Files.writeString(left.resolve("student.txt"), "words");
        Path file = zip(zip -> entry(zip, "K-1.pdf", "x"));
        try (FileSource source = open(file)) {
            assertThat(paths(source)).hasSize(1);
        }
        assertThat(left.getParent()).doesNotExist();
    }

    @Test
    void refusesAClaimOfAMillionEntriesUnread() throws Exception {
        Path file = zip(zip -> entry(zip, "K-1.pdf", "x"));
        byte[] bytes = Files.readAllBytes(file);
        int end = bytes.length - 22;
        Arrays.fill(bytes, end + 8, end + 12, (byte) 0xFF); // 65,535 entries
        Files.write(file, bytes);
        assertThatThrownBy(() -> open(file)).isInstanceOf(Problem.class)
                .hasMessageContaining("more than 50000 entries");
    }

    @Test
    void reportsATruncatedArchiveAndANonArchive() throws Exception {
        Path file = zip(zip -> {
            for (int i = 0; i < 50; i++) {
                entry(zip, "K-" + i + ".txt", "content " + i);
            }
        });
        try (RandomAccessFile cut = new RandomAccessFile(file.toFile(), "rw")) {
            cut.setLength(cut.length() / 2);
        }
        assertThatThrownBy(() -> open(file)).isInstanceOf(Problem.class)
                .hasMessageContaining("batch.zip is not a zip archive or is broken");
        assertThatThrownBy(() -> open(folder.resolve("gone"))).isInstanceOf(Problem.class)
                .hasMessageContaining("There is nothing at");
    }

    @Test
    void unpackingAnInnerArchiveCanBeCancelled() throws Exception {
        byte[] noise = new byte[300_000];
        new java.util.Random(1).nextBytes(noise);
        Path inner = zip("inner.zip", StandardCharsets.UTF_8, zip -> entry(zip, "a.bin", noise));
        Path outer = zip(zip -> entry(zip, "K-1.zip", Files.readAllBytes(inner)));
        List<Long> heard = new ArrayList<>();
        assertThatThrownBy(() -> FileSource.open(List.of(outer), Optional.empty(), bytes -> {
            heard.add(bytes);
            throw new CancellationException();
        })).isInstanceOf(CancellationException.class);
        assertThat(heard).hasSize(1);
    }

    @ParameterizedTest
    @ValueSource(strings = {"K-1.pdf", "Ünal/wörk.pdf", "佐藤.pdf", "console.txt", "a.b/c..d.pdf",
            "name with  spaces .pdf", "K-1 (2).pdf"})
    void acceptsOrdinaryNames(String path) {
        assertThat(PathCheck.refusal(path)).isEmpty();
        assertThat(PathCheck.caution(path)).isEmpty();
    }
}

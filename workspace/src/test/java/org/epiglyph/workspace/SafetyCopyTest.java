package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Exporting a batch as one file, and restoring it. */
class SafetyCopyTest {
    @TempDir
    private Path folder;
    private Path batch;
    private Path file;

    @BeforeEach
    void make() throws Exception {
        batch = Examples.batch(folder);
        file = folder.resolve("Workbook.zip");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.WritePrivately(Examples.ADA, "ask about page 2"));
        }
        new ShelfNote(Optional.of(LocalDate.of(2026, 12, 4)), true, new BigDecimal("0.5")).keep(batch);
    }

    private void copy() throws Problem {
        SafetyCopy.write(batch, file, folder.resolve("scratch"), Clock.systemUTC());
    }

    @Test
    void restoresEverythingAndLeavesNoTemporaryFiles() throws Exception {
        copy();
        Path shelf = folder.resolve("shelf");
        Path back = SafetyCopy.restore(file, shelf);
        assertThat(back).isEqualTo(shelf.resolve("Workbook"));
        try (Workspace workspace = Workspace.open(back, Clock.systemUTC())) {
            assertThat(workspace.batch().submission(Examples.ADA).privately()).isEqualTo("ask about page 2");
            assertThat(workspace.changedOriginals()).isEmpty();
            assertThat(workspace.lines()).hasSize(1);
        }
        assertThat(ShelfNote.of(back))
                .isEqualTo(new ShelfNote(Optional.of(LocalDate.of(2026, 12, 4)), true, new BigDecimal("0.5")));
        assertThat(folder.resolve("scratch/copy")).doesNotExist();
        if (Files.getFileStore(file).supportsFileAttributeView("posix")) {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file))).isEqualTo("rw-------");
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(back))).isEqualTo("rwx------");
        }
        assertThat(SafetyCopy.restore(file, shelf)).isEqualTo(shelf.resolve("Workbook (2)"));
    }

    @Test
    void refusesAnOpenOrDamagedBatch() throws Exception {
        try (Workspace _ = Workspace.open(batch, Clock.systemUTC())) {
            assertThatThrownBy(this::copy).isInstanceOf(Problem.class);
        }
        Files.write(batch.resolve("batch.last"), new byte[0]);
        byte[] bytes = Files.readAllBytes(batch.resolve("batch.sqlite"));
        int at = new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1).lastIndexOf("ask about");
        bytes[at] ^= 4;
        Files.write(batch.resolve("batch.sqlite"), bytes);
        assertThatThrownBy(this::copy).isInstanceOf(Problem.class).hasMessageContaining("repaired copy");
        assertThat(file).doesNotExist();
    }

    @Test
    void reportsAChangedOriginalAndKeepsTheOldCopy() throws Exception {
        Path original = batch.resolve("originals/d1/K-1 work.pdf");
        assertThat(original.toFile().setWritable(true)).isTrue();
        Files.writeString(original, "something else");
        assertThatThrownBy(this::copy).isInstanceOf(Problem.class).hasMessageContaining("is damaged");
    }

    @Test
    void aHostileArchiveLeavesNothingAnywhere() throws Exception {
        Path shelf = folder.resolve("shelf");
        for (String name : List.of("../outside.txt", "a/../../outside.txt", "/outside.txt")) {
            zip(Map.of("batch.sqlite", "x", "batch.last", "y", name, "z"));
            assertThatThrownBy(() -> SafetyCopy.restore(file, shelf)).isInstanceOf(Problem.class);
            assertThat(folder.resolve("outside.txt")).doesNotExist();
            assertThat(shelf).isEmptyDirectory();
        }
        zip(Map.of("batch.sqlite", "no database", "batch.last", "y"));
        assertThatThrownBy(() -> SafetyCopy.restore(file, shelf)).isInstanceOf(Problem.class);
        try (Stream<Path> all = Files.list(shelf)) {
            assertThat(all).isEmpty();
        }
        zip(Map.of("holiday.jpg", "x"));
        assertThat(SafetyCopy.isOne(file)).isFalse();
        assertThatThrownBy(() -> SafetyCopy.restore(file, shelf)).hasMessageContaining("not a copy of a batch");
    }

    private void zip(Map<String, String> entries) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (Map.Entry<String, String> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue().getBytes());
                zip.closeEntry();
            }
        }
    }

    @Test
    void importsABatchBesideAnExistingOne() throws Exception {
        Path shelf = folder.resolve("shelf");
        Path here = SafetyCopy.copyFrom(batch, shelf);
        assertThat(Glance.at(here).batch().submission(Examples.ADA).privately()).isEqualTo("ask about page 2");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(here))).isEqualTo("rwx------");
        assertThat(batch.resolve("batch.sqlite")).exists();
        Path nothing = Files.createDirectories(folder.resolve("nothing"));
        Files.writeString(nothing.resolve("batch.sqlite"), "no database");
        assertThatThrownBy(() -> SafetyCopy.copyFrom(nothing, shelf)).isInstanceOf(Problem.class);
        try (Stream<Path> all = Files.list(shelf)) {
            assertThat(all).containsExactly(here);
        }
    }

    @Test
    void ignoresLeftoversOfAnAbortedAttempt() throws Exception {
        copy();
        Path shelf = folder.resolve("shelf");
        Path left = Files.createDirectories(shelf.resolve(".Workbook.part/originals"));
        Files.writeString(left.resolve("somebody else.pdf"), "x");
        Path back = SafetyCopy.restore(file, shelf);
        assertThat(back.resolve("originals/somebody else.pdf")).doesNotExist();
        Path leftToo = Files.createDirectories(shelf.resolve(".batch.part/originals"));
        Files.writeString(leftToo.resolve("somebody else.pdf"), "x");
        assertThat(SafetyCopy.copyFrom(batch, shelf).resolve("originals/somebody else.pdf")).doesNotExist();
        assertThat(SafetyCopy.restore(file, shelf)).hasFileName("Workbook (2)");
        assertThat(SafetyCopy.restore(file, shelf)).hasFileName("Workbook (3)");
    }

    @Test
    void refusesInvalidAndUnreadableArchives() throws Exception {
        Path shelf = folder.resolve("shelf");
        Files.writeString(file, "no archive");
        assertThat(SafetyCopy.isOne(file)).isFalse();
        assertThatThrownBy(() -> SafetyCopy.copyFrom(folder.resolve("gone"), shelf)).isInstanceOf(Problem.class)
                .hasMessageContaining("gone");
        try (Stream<Path> all = Files.list(shelf)) {
            assertThat(all).isEmpty();
        }
    }
}

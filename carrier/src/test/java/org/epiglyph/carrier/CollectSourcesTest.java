package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Student;
import org.junit.jupiter.api.Test;

/** What is found in a source of files, what is reported while it is read, and how it is closed. */
class CollectSourcesTest extends CollectFixture {
    @Test
    void anEmptySourceLeavesNoTemporaryFiles() throws Exception {
        Path temporary = ownTemporaryFolder();
        Path zip = zip("class.zip", files("notes/", ""));
        assertThatThrownBy(() -> plan(zip, Optional.empty(), Optional.empty())).isInstanceOf(Problem.class);
        assertThat(temporary).isEmptyDirectory();
    }

    /** True if this process has a file open; known on Linux only. */
    private static boolean isOpen(Path file) throws IOException {
        try (Stream<Path> open = Files.list(Path.of("/proc/self/fd"))) {
            return open.anyMatch(one -> {
                try {
                    return Files.readSymbolicLink(one).equals(file.toRealPath());
                } catch (IOException e) {
                    return false; // closed meanwhile
                }
            });
        }
    }

    @Test
    void releasesASourceWhetherOrNotItIsUsed() throws Exception {
        assumeTrue(Files.isDirectory(Path.of("/proc/self/fd")));
        Path nothing = zip("nothing.zip", files("notes/", ""));
        assertThatThrownBy(() -> plan(nothing, Optional.empty(), Optional.empty())).isInstanceOf(Problem.class);
        assertThat(isOpen(nothing)).isFalse();
        Path zip = zip("class.zip", files("K-1.txt", "1"));
        try (CollectPlan plan = plan(zip, sheet(), Optional.empty())) {
            assertThat(plan.items()).hasSize(1);
        }
        assertThat(isOpen(zip)).isFalse();
    }

    @Test
    void reportsReadingForEachArchive() throws Exception {
        Path inner = zip("inner.zip", files("K-1.txt", "1"));
        Path outer = folder.resolve("outer.zip");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(outer))) {
            zip.putNextEntry(new ZipEntry("K-1 all.zip"));
            Files.copy(inner, zip);
            zip.closeEntry();
        }
        List<String> told = new ArrayList<>();
        try (CollectPlan plan = Planning.fromFiles(
                Planning.FromFiles.of(outer, sheet(), "Class").due(Optional.empty(), LONDON, Duration.ZERO),
                Optional.empty(), (what, done, total) -> told.add(what + " " + done + "/" + total))) {
            assertThat(plan.items()).hasSize(1);
        }
        assertThat(told).hasSizeGreaterThan(1).containsOnly("Reading the files 0/0");
    }

    @Test
    void aClassListAmongTheFilesNamesTheClassButATableHandedInDoesNot() throws Exception {
        String list = "Key,Given,Family\nK-1,Ada,Example\nK-2,Bao,Nguyen\nK-3,Carys,Ap Rhodri\n";
        Path zip = zip("class.zip", files("K-1.txt", "1", "K-2_b.txt", "2", "the class.csv", list));
        try (CollectPlan plan = plan(zip, Optional.empty(), Optional.empty())) {
            assertThat(plan.roster().students()).extracting(Student::name)
                    .containsExactly("Ada Example", "Bao Nguyen", "Carys Ap Rhodri");
            assertThat(plan.items()).hasSize(2);
        }
        Path other = zip("other.zip", files("M-1.txt", "1", "M-2.txt", "2", "M-3.csv", list));
        try (CollectPlan plan = plan(other, Optional.empty(), Optional.empty())) {
            assertThat(plan.roster().students()).extracting(s -> s.key().value()).contains("M-3").doesNotContain("K-1");
        }
    }

    @Test
    void numbersStoredFilesConsecutively() throws Exception {
        Path zip = zip("class.zip", files("K-1.txt", "1", "K-2.txt", "2", "scan.txt", "?", "Thumbs.db", "x"));
        try (CollectPlan plan = plan(zip, sheet(), Optional.empty())) {
            Path batch = make(plan.withQuestionsAside());
            try (Stream<Path> stored = Files.list(batch.resolve("originals"))) {
                assertThat(stored.map(p -> p.getFileName().toString())).containsExactlyInAnyOrder("d1", "d2",
                        "set-aside-3", "kept-4");
            }
        }
    }
}

package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;

/** What happens to every collected file, in the batch and when handed back. */
class CollectStoredTest extends CollectFixture {
    private static final Charset OLD = Charset.forName("IBM850");

    @Test
    void restoresNamesThatTheDiskCannotStore() throws Exception {
        String longName = "K-1_" + "x".repeat(296) + ".txt";
        Path zip = zip("class.zip", files(longName, "long", "K-2_\u202Efdp.txt", "turned", "K-3/NUL.txt", "device"));
        try (CollectPlan plan = plan(zip, sheet(), Optional.empty());
                Workspace workspace = Workspace.open(make(plan), CLOCK)) {
            PageMaking.all(workspace, Progress.NONE);
            assertThat(workspace.changedOriginals()).isEmpty();
            assertThat(workspace.batch().submission(ADA).documents().getFirst().path()).isEqualTo(longName);
            for (StudentKey student : List.of(ADA, BAO, new StudentKey("K-3"))) {
                workspace.edit(new Edit.SetScore(student, "c1", Optional.of(BigDecimal.ONE)));
                workspace.edit(new Edit.Seal(student));
            }
            assertThat(new HandingBack(workspace, CLOCK, new Choices("", false))
                    .toFolder(folder.resolve("out"), Progress.NONE)
                    .outcomes()).allMatch(o -> o instanceof Outcome.Done);
        }
        try (ZipFile back = new ZipFile(folder.resolve("out/handed-back.zip").toFile())) {
            List<String> names = back.stream().map(ZipEntry::getName).toList();
            assertThat(names.getFirst()).startsWith("K-1_xxxx").endsWith("x_marked.pdf");
            assertThat(names).contains("K-2_\u202Efdp_marked.pdf", "K-3/NUL_marked.pdf");
        }
    }

    /** Collects an archive whose names are in an old code page, and hands back into a folder. */
    private void handBackOldNames(String name) throws Exception {
        Path file = folder.resolve("old.zip");
        try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out, OLD)) {
            zip.putNextEntry(new ZipEntry(name));
            zip.write("x".getBytes());
            zip.closeEntry();
        }
        try (CollectPlan plan = plan(file, sheet(), Optional.empty());
                Workspace workspace = Workspace.open(make(plan), CLOCK)) {
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)));
            workspace.edit(new Edit.Seal(ADA));
            new HandingBack(workspace, CLOCK, new Choices("", false)).toFolder(folder.resolve("out"), Progress.NONE);
        }
    }

    /** APPNOTE.TXT 6.3.10, 4.4.17: the name's bytes as in the central directory. */
    @Test
    void keepsNamesInAnOldCodePageByteForByte() throws Exception {
        handBackOldNames("K-1_V\u00e2nia \u00c1vila_plan.txt");
        String back = new String(Files.readAllBytes(folder.resolve("out/handed-back.zip")),
                java.nio.charset.StandardCharsets.ISO_8859_1);
        assertThat(back).contains(new String("K-1_V\u00e2nia \u00c1vila_plan_marked.pdf".getBytes(OLD),
                java.nio.charset.StandardCharsets.ISO_8859_1));
    }

    @Test
    void aSheetOrAClassListAloneMakesABatchForPaper() throws Exception {
        Planning.FromFiles sheetAlone = new Planning.FromFiles(List.of(), sheet(), "", Optional.empty(), LONDON,
                Duration.ZERO,
                Optional.empty(), List.of(), List.of());
        try (CollectPlan plan = Planning.fromFiles(sheetAlone, Optional.empty(), Progress.NONE)) {
            assertThat(plan.task().title()).isEqualTo("sheet");
            assertThat(plan.withoutFiles()).hasSize(4);
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                workspace.edit(new Edit.SetScore(BAO, "c1", Optional.of(BigDecimal.ONE)));
            }
        }
        assertThatThrownBy(
                () -> Planning.fromFiles(
                        new Planning.FromFiles(List.of(), Optional.empty(), "", Optional.empty(), LONDON,
                                Duration.ZERO, Optional.empty(), List.of(), List.of()),
                        Optional.empty(), Progress.NONE))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("no files in it and no class");
    }

    @Test
    void reportsASourceThatDisappearsMidwayAndKeepsWhatWasRead() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in"));
        Files.writeString(in.resolve("K-1.txt"), "one");
        Files.writeString(in.resolve("K-2.txt"), "two");
        try (CollectPlan plan = plan(in, sheet(), Optional.empty())) {
            Files.delete(in.resolve("K-2.txt"));
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                assertThat(((Pages.None) workspace.batch().submission(BAO).documents().getFirst().pages()).reason()
                        .text())
                        .contains("could not be read to its end")
                        .contains("Ask for it again");
                assertThat(workspace.batch().submission(ADA).documents().getFirst().pages())
                        .isInstanceOf(Pages.Awaited.class);
            }
        }
    }
}

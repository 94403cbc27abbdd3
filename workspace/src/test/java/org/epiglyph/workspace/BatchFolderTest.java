package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BatchFolderTest {
    @TempDir
    private Path folder;

    /** Existing batches have their files under these names. */
    @Test
    void keepsTheFileNamesOfEarlierVersions() {
        BatchFolder batch = new BatchFolder(folder);
        assertThat(Stream.of(batch.database(), batch.originals(), batch.renditions(), batch.profile(), batch.letter(),
                batch.outgoing(), batch.speaking(), batch.pictures(), batch.gradeSheet("csv"), batch.register(),
                batch.filingRule(), batch.origin(), batch.staging(), batch.summary(), batch.shelfNote(),
                batch.checkpoint(), batch.lastMark(), batch.reserve(), batch.lock()))
                .extracting(p -> folder.relativize(p).toString())
                .isEqualTo(List.of("batch.sqlite", "originals", "pages", "profile.txt", "letter.txt", "outgoing",
                        "speaking", "pictures", "grade-sheet.csv", "files.json", "filing-rule.txt", "origin.json",
                        ".staging", "batch.summary", "shelf.json", "checkpoint.sqlite", "batch.last",
                        "batch.reserve", "batch.lock"));
    }

    @Test
    void aDocumentsPagesAreItsOriginalOrItsRendition() throws Exception {
        Path root = Examples.batch(folder);
        try (Workspace workspace = Workspace.open(root, Clock.systemUTC())) {
            BatchFolder files = workspace.folder();
            Batch batch = workspace.batch();
            Document original = batch.submission(Examples.ADA).documents().getFirst();
            assertThat(files.pages(batch, "d1")).isEqualTo(files.original(original))
                    .isEqualTo(root.resolve("originals/d1/K-1 work.pdf"));
            workspace.edit(new Edit.MakePages(Examples.ADA, "d1", new Pages.Ready(2, "d1.pdf")));
            assertThat(files.pages(workspace.batch(), "d1")).isEqualTo(files.rendition("d1"))
                    .isEqualTo(root.resolve("pages/d1.pdf"));
            assertThatThrownBy(() -> files.pages(batch, "d2")).isInstanceOf(IllegalArgumentException.class);
            workspace.edit(new Edit.ChangeAids(batch.aids()
                    .withDocuments(List.of(
                            new Document("own", "model answer.pdf", original.sha256(), 1, new Pages.Ready(1, ""),
                                    "own")))));
            assertThat(files.pages(workspace.batch(), "own")).isEqualTo(root.resolve("originals/own/model answer.pdf"));
        }
    }

    @Test
    void copiesEachPictureOnceAndContinuesIfOneIsMissing() throws Exception {
        BatchFolder files = new BatchFolder(Examples.batch(folder));
        Path from = Files.createDirectory(folder.resolve("from"));
        Files.writeString(from.resolve("a.png"), "a");
        Files.writeString(from.resolve("b.png"), "b");
        files.copyPictures(new LinkedHashSet<>(List.of("a.png", "gone.png")), from);
        assertThat(files.pictures().resolve("a.png")).hasContent("a");
        Files.writeString(from.resolve("a.png"), "another");
        files.copyPictures(new LinkedHashSet<>(List.of("gone.png", "a.png", "b.png")), from);
        assertThat(files.pictures().resolve("a.png")).as("there already").hasContent("a");
        assertThat(files.pictures().resolve("b.png")).hasContent("b");
        assertThat(files.pictures()).isDirectoryNotContaining("glob:**gone*");
    }
}

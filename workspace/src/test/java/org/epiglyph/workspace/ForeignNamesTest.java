package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A batch made by somebody else may contain anything: nothing outside its folder is read, written or deleted. */
class ForeignNamesTest {
    private static final List<String> LEADING_OUT = List.of("../..", "..", ".", "", "../../precious", "/precious",
            "C:\\precious", "a/../../../precious", "d1/../../..", "con\0", "\u202Ed1", "-rf", ".hidden");
    @TempDir
    private Path folder;
    private Path batch;
    private Path precious;

    @BeforeEach
    void make() throws Exception {
        batch = Examples.batch(folder.resolve("shelf"));
        precious = Files.createDirectories(folder.resolve("shelf").resolve("precious"));
        Files.writeString(precious.resolve("thesis.txt"), "years of work");
    }

    private static Document document(String id, String path, Pages pages) {
        return new Document(id, path, "0".repeat(64), 1, pages, "");
    }

    @Test
    void everyPathOfADocumentStaysInTheBatch() {
        BatchFolder there = new BatchFolder(batch);
        for (String name : LEADING_OUT) {
            List<Path> places = new ArrayList<>();
            for (String path : List.of("work.pdf", "in/" + name, name)) {
                Document document = document(name, path, new Pages.Ready(1, ""));
                places.add(there.original(document));
                places.add(there.words(document));
                places.add(there.recognised(document));
            }
            places.add(there.pages(document("d1", "work.pdf", new Pages.Ready(1, name.isEmpty() ? "." : name))));
            places.add(there.rendition(name));
            places.add(there.stored(name));
            places.add(there.gradeSheet(name).resolve("in it"));
            assertThat(places).as(name).allSatisfy(place -> {
                assertThat(place.normalize()).startsWithRaw(batch.normalize()).isNotEqualTo(batch.normalize());
                assertThat(place.normalize().getNameCount()).isGreaterThan(batch.normalize().getNameCount() + 1);
            });
        }
        assertThat(BatchFolder.plain("a1b-2.c_3")).isEqualTo("a1b-2.c_3");
        assertThat(BatchFolder.plain("..")).isNotEqualTo(BatchFolder.plain("../..")).hasSize(64);
    }

    @Test
    void deletesNothingOutsideOnBehalfOfAnIntent() throws Exception {
        BatchFolder there = new BatchFolder(batch);
        for (String name : LEADING_OUT) {
            Files.createDirectories(there.staging());
            Files.writeString(there.staging().resolve("intent.json"),
                    BatchJson.write(new Staging.Intent(99, "another line", List.of(name, "d7"))));
            try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                assertThat(workspace.batch().submissions()).as(name).isNotEmpty();
            }
            assertThat(there.staging()).as(name).doesNotExist();
            assertThat(precious.resolve("thesis.txt")).as(name).hasContent("years of work");
            assertThat(there.originals().resolve("d1")).as(name).isDirectoryContaining("glob:**.pdf");
        }
    }

    @Test
    void storesAndRemovesOriginalsOnlyInTheirFolder() throws Exception {
        Originals originals = new Originals(new BatchFolder(batch));
        for (String name : LEADING_OUT) {
            Originals.Stored stored = originals.store(name, "work.pdf", new ByteArrayInputStream(new byte[]{1}));
            assertThat(stored.path().normalize()).startsWithRaw(new BatchFolder(batch).originals().normalize());
            originals.remove(name);
            assertThat(stored.path()).doesNotExist();
        }
        assertThat(precious.resolve("thesis.txt")).exists();
    }

    @Test
    void aDocumentClaimingAPlaceElsewhereIsMissing() throws Exception {
        Path secret = Files.writeString(folder.resolve("secret.pdf"), "%PDF-1.7 a letter of the marker's");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.Enclose(Examples.ADA,
                    document("../../..", "secret.pdf", new Pages.Ready(1, "../../../secret.pdf"))));
            Document claimed = workspace.batch().submission(Examples.ADA).attached().getFirst().document();
            assertThat(workspace.folder().original(claimed)).doesNotExist();
            assertThat(workspace.folder().pages(claimed)).doesNotExist();
            assertThat(workspace.changedOriginals(Examples.ADA)).contains("secret.pdf");
        }
        assertThat(secret).exists();
    }

    @Test
    void readsPicturesOnlyFromTheirFolder() throws Exception {
        Path from = Files.createDirectories(folder.resolve("from/pictures"));
        Files.writeString(folder.resolve("from/secret.png"), "x");
        Files.writeString(from.resolve("a.png"), "a");
        BatchFolder there = new BatchFolder(batch);
        there.copyPictures(Set.of("../secret.png", "a.png"), from);
        try (Stream<Path> all = Files.list(there.pictures())) {
            assertThat(all).containsExactly(there.pictures().resolve("a.png"));
        }
    }
}

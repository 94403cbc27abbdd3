package org.epiglyph.desktop.pages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javafx.scene.image.Image;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.roster.NameCover;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.desktop.DemoCopy;
import org.epiglyph.documents.PageImage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;

@ExtendWith(ApplicationExtension.class)
class PageImagesTest {
    @TempDir
    private Path folder;
    private List<Path> pdfs;
    private PageImages images;
    private volatile PageCover cover = PageCover.NONE;

    @BeforeEach
    void open() throws Exception {
        DemoCopy.make(folder.resolve("office"), folder.resolve("shelf"));
        try (Stream<Path> all = Files.list(folder.resolve("office/tasks/" + DemoWorld.TASK + "/files"))) {
            pdfs = all.filter(p -> p.toString().endsWith(".pdf")).sorted().toList();
        }
        images = new PageImages(id -> id.equals("gone") ? folder.resolve("gone.pdf") : pdfs.get(Integer.parseInt(id)),
                folder.resolve("pictures"), _ -> cover, _ -> Optional.empty());
    }

    @AfterEach
    void close() {
        images.close();
    }

    @Test
    void drawsAnImageOnceAtItsScale() throws Exception {
        PageRef page = new PageRef("0", 0);
        assertThat(images.cached(page, 1.5)).isNull();
        Image image = images.image(page, 1.5).get(20, TimeUnit.SECONDS);
        assertThat(image.getWidth()).isBetween(892.0, 893.0);
        assertThat(images.cached(page, 1.5)).isSameAs(image);
        assertThat(images.image(page, 1.5).get()).isSameAs(image);
        assertThat(images.cached(page, 2)).isNull();
    }

    /** As when a page drawn ahead comes into sight: it must not be drawn a second time beside the first. */
    @Test
    void drawsAPageRequestedTwiceOnlyOnce() throws Exception {
        CountDownLatch drawing = new CountDownLatch(1);
        CountDownLatch requested = new CountDownLatch(1);
        try (PageImages slow = new PageImages(id -> pdfs.getFirst(), folder.resolve("pictures"), _ -> {
            drawing.countDown();
            awaitQuietly(requested);
            return PageCover.NONE;
        }, _ -> Optional.empty())) {
            CompletableFuture<Image> ahead = slow.image(new PageRef("0", 0), 1.5);
            assertThat(drawing.await(20, TimeUnit.SECONDS)).isTrue();
            CompletableFuture<Image> inSight = slow.image(new PageRef("0", 0), 1.5);
            requested.countDown();
            assertThat(inSight.get(20, TimeUnit.SECONDS)).isSameAs(ahead.get(20, TimeUnit.SECONDS)).isNotNull();
        }
    }

    @Test
    void reportsAFailureToAllWaiting() throws Exception {
        CountDownLatch drawing = new CountDownLatch(1);
        CountDownLatch requested = new CountDownLatch(1);
        try (PageImages slow = new PageImages(id -> {
            drawing.countDown();
            awaitQuietly(requested);
            return folder.resolve("gone.pdf");
        }, folder.resolve("pictures"), _ -> PageCover.NONE, _ -> Optional.empty())) {
            CompletableFuture<Image> ahead = slow.image(new PageRef("0", 0), 1.5);
            assertThat(drawing.await(20, TimeUnit.SECONDS)).isTrue();
            CompletableFuture<Image> inSight = slow.image(new PageRef("0", 0), 1.5);
            requested.countDown();
            for (CompletableFuture<Image> one : List.of(ahead, inSight)) {
                assertThatThrownBy(() -> one.get(20, TimeUnit.SECONDS)).hasCauseInstanceOf(Problem.class);
            }
            assertThatThrownBy(() -> slow.image(new PageRef("0", 0), 1.5).get(20, TimeUnit.SECONDS))
                    .as("it is tried again later")
                    .hasCauseInstanceOf(Problem.class);
        }
    }

    private static void awaitQuietly(CountDownLatch latch) {
        try {
            latch.await(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void limitsOpenDocuments() throws Exception {
        for (int round = 0; round < 2; round++) {
            for (int i = 0; i < pdfs.size(); i++) {
                PageRef page = new PageRef(String.valueOf(i), 0);
                assertThat(images.geometry(page).width()).isGreaterThan(500);
                assertThat(images.image(page, 0.3 + round).get(20, TimeUnit.SECONDS).getWidth()).isGreaterThan(100);
            }
        }
    }

    @Test
    void readsWordsInTheBackground() throws Exception {
        assertThat(images.text(new PageRef("0", 0)).get(20, TimeUnit.SECONDS).words()).extracting(w -> w.text())
                .contains("Tidal", "workbook", "range");
    }

    @Test
    void explainsAMissingDocument() {
        assertThatThrownBy(() -> images.geometry(new PageRef("gone", 0))).isInstanceOf(Problem.class)
                .hasMessageMatching(
                        "There is nothing at .*gone.pdf. Put the file back, or the folder in which it was.");
        assertThatThrownBy(() -> images.image(new PageRef("gone", 0), 1).get(20, TimeUnit.SECONDS))
                .isInstanceOf(ExecutionException.class)
                .hasCauseInstanceOf(Problem.class);
    }

    @Test
    void skipsUnwantedPagesAndSubstitutesTheLargestImage() throws Exception {
        PageRef page = new PageRef("0", 0);
        assertThat(images.image(page, 1, () -> false).get(20, TimeUnit.SECONDS)).isNull();
        assertThat(images.anyCached(page)).isNull();
        images.image(page, 0.3).get(20, TimeUnit.SECONDS);
        Image large = images.image(page, 1).get(20, TimeUnit.SECONDS);
        assertThat(images.anyCached(page)).isSameAs(large);
    }

    @Test
    void drawsATextPageAndNoMissingPicture() throws Exception {
        assertThat(images.isBlank(new PageRef("0", 0))).isFalse();
        assertThat(images.picture("0".repeat(64) + ".png")).isNull();
    }

    /** Where the name is, no ink of it remains at any scale, and nothing has changed beside it. */
    @Test
    void hidesCoveredNamesInImagesAndWords() throws Exception {
        PageRef page = new PageRef("0", 0);
        PageText words = images.text(page).get(20, TimeUnit.SECONDS);
        Image plain = images.image(page, 1.5).get(20, TimeUnit.SECONDS);
        PageWord name = words.words().stream().filter(w -> w.text().equals("workbook")).findFirst().orElseThrow();
        cover = new PageCover(NameCover.of(new Student(new StudentKey("K"), "", "Workbook", "")), List.of());
        images.refreshCovers();
        assertThat(images.anyCached(page)).isNull();
        assertThat(images.text(page).get(20, TimeUnit.SECONDS).find("workbook")).isEmpty();
        Image covered = images.image(page, 1.5).get(20, TimeUnit.SECONDS);
        int x = (int) (name.box().left() * 1.5);
        int y = (int) (name.box().top() * 1.5);
        int first = covered.getPixelReader().getArgb(x, y);
        for (int dx = 0; dx < name.box().width() * 1.5; dx++) {
            for (int dy = 0; dy < name.box().height() * 1.5; dy++) {
                assertThat(covered.getPixelReader().getArgb(x + dx, y + dy)).isEqualTo(first);
            }
        }
        int below = (int) ((name.box().bottom() + 4) * 1.5);
        for (int dx = 0; dx < covered.getWidth(); dx++) {
            assertThat(covered.getPixelReader().getArgb(dx, below))
                    .isEqualTo(plain.getPixelReader().getArgb(dx, below));
        }
    }

    @Test
    void redactsPagesWithoutWordsOnly() throws Exception {
        Covers.Strip upper = new Covers.Strip(0, 0, 1, 0.1);
        PageCover strips = new PageCover(NameCover.of(new Student(new StudentKey("K"), "", "Nobody", "")),
                List.of(upper));
        PageImage white = new PageImage(100, 200, new int[100 * 200]);
        PageGeometry shape = new PageGeometry(0, 0, 100, 200, 0, 1);
        int[] scan = strips.on(white, PageText.NONE, shape, 1).argb();
        assertThat(scan[19 * 100 + 50]).isNotZero();
        assertThat(scan[21 * 100 + 50]).isZero();
        PageText text = new PageText(List.of(new PageWord("tide", new PageBox(10, 10, 20, 8), 0)));
        assertThat(strips.on(white, text, shape, 1)).isSameAs(white);
        assertThat(white.argb()).as("the image given is as it was").containsOnly(0);
    }
}

package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.fail;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Making pages in the background: order, repetition, and a failing disk. */
class PageMakingTest {
    private static final int CLASS = 6;
    @TempDir
    private Path folder;
    private Workspace workspace;

    @BeforeEach
    void open() throws Exception {
        List<byte[]> works = new ArrayList<>();
        for (int i = 0; i < CLASS; i++) {
            works.add(("work of " + i).getBytes());
        }
        workspace = batch("batch", "work.txt", works);
    }

    private Workspace batch(String name, String file, List<byte[]> works) throws Exception {
        Path target = folder.resolve(name);
        try (NewBatch batch = NewBatch.at(target)) {
            for (int i = 0; i < works.size(); i++) {
                Originals.Stored stored = batch.store("d" + i, file, new ByteArrayInputStream(works.get(i)));
                Document document = new Document("d" + i, file, stored.sha256(), stored.bytes(), new Pages.Awaited(),
                        "test");
                batch.add(new Student(new StudentKey("K-" + i), "", "Student " + i, ""),
                        List.of(new HandIn(1, Optional.empty(), "", List.of(document))));
            }
            batch.place(new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN),
                    Phrasebook.EMPTY);
        }
        return Workspace.open(target, Clock.systemUTC());
    }

    private static byte[] locked(String password) throws IOException {
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            document.addPage(new PDPage());
            document.protect(new StandardProtectionPolicy("owner", password, new AccessPermission()));
            document.save(out);
            return out.toByteArray();
        }
    }

    @AfterEach
    void close() throws Exception {
        for (Thread thread : Thread.getAllStackTraces().keySet()) {
            if (thread.getName().equals("making pages")) {
                thread.join(20_000); // it may be in the middle of a page, and would write into a deleted folder
            }
        }
        workspace.close();
    }

    private PageMaking making(LinkedBlockingQueue<Runnable> edits) {
        return new PageMaking(workspace, edits::add, Duration.ofMillis(100));
    }

    private List<String> awaited() {
        List<String> awaited = new ArrayList<>();
        workspace.batch()
                .submissions()
                .forEach(s -> s.documents()
                        .stream()
                        .filter(d -> d.pages() instanceof Pages.Awaited)
                        .forEach(d -> awaited.add(d.id())));
        return awaited;
    }

    private static void next(LinkedBlockingQueue<Runnable> edits) throws InterruptedException {
        Runnable edit = edits.poll(20, TimeUnit.SECONDS);
        assertThat(edit).isNotNull();
        edit.run();
    }

    @Test
    void startsWithTheCurrentStudentAndWrapsAround() throws Exception {
        LinkedBlockingQueue<Runnable> edits = new LinkedBlockingQueue<>();
        List<String> order = new ArrayList<>();
        try (PageMaking making = making(edits)) {
            making.first(new StudentKey("K-4"));
            for (int i = 0; i < CLASS; i++) {
                List<String> before = awaited();
                next(edits);
                before.removeAll(awaited());
                order.addAll(before);
            }
        }
        assertThat(awaited()).isEmpty();
        assertThat(order).hasSize(CLASS).doesNotHaveDuplicates();
        assertThat(order.indexOf("d5")).as("who follows in the roll comes before who went before")
                .isLessThan(order.indexOf("d3"));
    }

    @Test
    void discardsPagesMadeAfterTheBatchWasClosed() throws Exception {
        LinkedBlockingQueue<Runnable> edits = new LinkedBlockingQueue<>();
        Runnable late;
        try (PageMaking making = making(edits)) {
            making.first(new StudentKey("K-0"));
            late = edits.poll(20, TimeUnit.SECONDS);
        }
        late.run();
        assertThat(awaited()).hasSize(CLASS);
    }

    @Test
    void makesAllPagesAtOnceAndCanBeCancelled() throws Exception {
        assertThatThrownBy(() -> PageMaking.all(workspace, (_, done, total) -> {
            assertThat(total).isEqualTo(CLASS);
            if (done == 2) {
                throw new CancellationException();
            }
        })).isInstanceOf(CancellationException.class);
        assertThat(awaited()).hasSize(CLASS - 2);
        PageMaking.all(workspace, Progress.NONE);
        assertThat(awaited()).isEmpty();
        PageMaking.all(workspace, (what, _, _) -> fail(what + " is made again"));
    }

    @Test
    void recordsPagesThatSomebodyElseMadeOnlyOnce() throws Exception {
        int before = workspace.lines().size();
        PageMaking.all(workspace, (_, done, _) -> {
            if (done == 0) {
                assertThatCode(() -> PageMaking.all(workspace, Progress.NONE)).doesNotThrowAnyException();
            }
        });
        assertThat(workspace.lines()).hasSize(before + CLASS);
    }

    @Test
    void skipsALockedDocumentUntilThereIsAPassword() throws Exception {
        try (Workspace one = batch("locked", "work.pdf", List.of(locked("ebb")))) {
            PageMaking.all(one, Progress.NONE);
            Document document = one.batch().submissions().getFirst().documents().getFirst();
            assertThat(document.pages()).isInstanceOf(Pages.Locked.class);
            PageMaking.all(one, (what, _, _) -> fail(what + " is tried again"));
            assertThat(PageMaking.unlock(one, document, "work.pdf", "flow")).isInstanceOf(Pages.Locked.class);
            assertThat(PageMaking.unlock(one, document, "work.pdf", "ebb")).isInstanceOf(Pages.Ready.class);
        }
    }

    @Test
    void remakesDeletedPagesAndRecordsThemOnce() throws Exception {
        PageMaking.all(workspace, Progress.NONE);
        Document document = workspace.batch().submission(new StudentKey("K-3")).documents().getFirst();
        int before = workspace.lines().size();
        Files.delete(workspace.folder().pages(document));
        LinkedBlockingQueue<Runnable> edits = new LinkedBlockingQueue<>();
        try (PageMaking making = making(edits)) {
            making.first(new StudentKey("K-3"));
            next(edits);
        }
        assertThat(workspace.folder().pages(document)).exists();
        assertThat(workspace.batch().submission(new StudentKey("K-3")).documents()).containsExactly(document);
        assertThat(workspace.lines()).hasSize(before);
    }

    @Test
    void retriesAfterADiskErrorWithoutCallingAnythingBroken() throws Exception {
        Path pages = workspace.folder().renditions();
        Files.delete(pages);
        Files.writeString(pages, "a file where the folder should be");
        assertThatThrownBy(() -> PageMaking.all(workspace, Progress.NONE)).isInstanceOf(Problem.class)
                .hasMessageContaining("work.txt could not be written");
        assertThat(awaited()).as("it is the disk's fault, not the file's").hasSize(CLASS);
        LinkedBlockingQueue<Runnable> edits = new LinkedBlockingQueue<>();
        try (PageMaking making = making(edits)) {
            making.first(new StudentKey("K-0"));
            assertThat(edits.poll(1, TimeUnit.SECONDS)).isNull();
            Files.delete(pages);
            next(edits);
        }
        assertThat(awaited()).hasSizeLessThan(CLASS);
    }

    @Test
    void aTemporarilyMissingBatchIsNotBrokenAndIsNotRecreatedEmpty() throws Exception {
        Path batch = workspace.folder().root();
        Path away = batch.resolveSibling("elsewhere");
        Document document = workspace.batch().submission(new StudentKey("K-3")).documents().getFirst();
        LinkedBlockingQueue<Runnable> edits = new LinkedBlockingQueue<>();
        Files.move(batch, away);
        PageMaking.all(workspace, Progress.NONE);
        assertThatThrownBy(() -> PageMaking.unlock(workspace, document, "a model answer", "secret"))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("a model answer is not in the batch's folder");
        try (PageMaking making = making(edits)) {
            making.first(new StudentKey("K-3"));
            assertThat(edits.poll(1, TimeUnit.SECONDS)).as("nothing is known of a file that is not there").isNull();
            assertThat(awaited()).hasSize(CLASS);
            assertThat(batch).doesNotExist();
            Files.move(away, batch);
            next(edits);
        }
        assertThat(awaited()).hasSizeLessThan(CLASS);
    }

    @Test
    void aMissingFileDelaysNobodyElse() throws Exception {
        Path original = workspace.folder()
                .original(workspace.batch().submission(new StudentKey("K-0")).documents().getFirst());
        Path aside = folder.resolve("aside.txt");
        Files.move(original, aside);
        LinkedBlockingQueue<Runnable> edits = new LinkedBlockingQueue<>();
        try (PageMaking making = making(edits)) {
            making.first(new StudentKey("K-0"));
            for (int i = 1; i < CLASS; i++) {
                next(edits);
            }
            assertThat(awaited()).containsExactly("d0");
            Files.move(aside, original);
            next(edits);
        }
        assertThat(awaited()).isEmpty();
    }

    @Test
    void retriesAtOnceForAStudentWhoIsReopened() throws Exception {
        Path original = workspace.folder()
                .original(workspace.batch().submission(new StudentKey("K-0")).documents().getFirst());
        Path aside = folder.resolve("aside.txt");
        Files.move(original, aside);
        LinkedBlockingQueue<Runnable> edits = new LinkedBlockingQueue<>();
        try (PageMaking making = new PageMaking(workspace, edits::add, Duration.ofHours(1))) {
            making.first(new StudentKey("K-0"));
            for (int i = 1; i < CLASS; i++) {
                next(edits);
            }
            Files.move(aside, original);
            making.first(new StudentKey("K-0"));
            next(edits);
        }
        assertThat(awaited()).isEmpty();
    }

    /** As when a batch is handed back as soon as it is open: its pages are being made in the background. */
    @Test
    void waitsForPagesBeingMadeConcurrently() throws Exception {
        Queue<Throwable> failures = new ConcurrentLinkedQueue<>();
        try (PageMaking making = new PageMaking(workspace, Runnable::run)) {
            making.first(new StudentKey("K-0"));
            List<Thread> hands = new ArrayList<>();
            for (int hand = 0; hand < 3; hand++) {
                hands.add(Thread.ofPlatform().start(() -> {
                    try {
                        PageMaking.all(workspace, Progress.NONE);
                    } catch (Problem | RuntimeException | Error e) {
                        failures.add(e);
                    }
                }));
            }
            for (Thread hand : hands) {
                hand.join();
            }
        }
        assertThat(failures).isEmpty();
        assertThat(awaited()).isEmpty();
        for (Submission submission : workspace.batch().submissions()) {
            Document document = submission.documents().getFirst();
            try (OpenDocument open = OpenDocument.open(workspace.folder().pages(document))) {
                assertThat(open.text(0).words()).extracting(w -> w.text())
                        .containsExactly("work", "of", document.id().substring(1));
            }
        }
        try (Stream<Path> made = Files.list(workspace.folder().renditions())) {
            assertThat(made).hasSize(CLASS);
        }
    }
}

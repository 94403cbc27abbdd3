package org.epiglyph.carrier;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.WordRecognition;
import org.epiglyph.workspace.WordsFile;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Recognises the words of scans in the background, if the program for that is installed: first the student on the desk,
 * then the following ones. The words are cached beside the batch. Without that program it does nothing.
 */
public final class ScanReading implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(ScanReading.class);
    /** The first page takes precedence: it needs all processors. */
    private static final Duration BEFORE = Duration.ofSeconds(3);
    private final Workspace workspace;
    private final Supplier<Optional<WordRecognition>> installed;
    private final Duration before;
    private Optional<WordRecognition> recognition = Optional.empty();
    private final Consumer<String> read;
    private final Set<String> done = new HashSet<>();
    private final RollWalk walk;
    private boolean begun;

    /** @param read receives the id of each document whose words are available; on any thread */
    public ScanReading(Workspace workspace, Consumer<String> read) {
        this(workspace, WordRecognition::installed, BEFORE, read);
    }

    /**
     * @param installed finds the program; called off the caller's thread
     * @param before    the pause before it is looked for
     */
    ScanReading(Workspace workspace, Supplier<Optional<WordRecognition>> installed, Duration before,
            Consumer<String> read) {
        this.workspace = workspace;
        this.walk = new RollWalk(workspace::batch);
        this.installed = installed;
        this.before = before;
        this.read = read;
    }

    /** Words recognised on a page of a document; empty if there are none. */
    public static Optional<PageText> of(Workspace workspace, PageRef page) {
        return workspace.batch()
                .submissions()
                .stream()
                .flatMap(s -> s.findDocument(page.document()).stream())
                .findFirst()
                .flatMap(d -> WordsFile.readRecognised(workspace.folder(), d))
                .filter(pages -> page.index() < pages.size() && !pages.get(page.index()).words().isEmpty())
                .map(pages -> pages.get(page.index()));
    }

    /** Handles this student first, then the following ones. */
    public synchronized void first(StudentKey student) {
        walk.want(student);
        if (!begun && !walk.isEnded()) {
            begun = true;
            Thread.ofPlatform().daemon().name("reading scans").priority(Thread.MIN_PRIORITY).start(this::work);
        }
    }

    private void work() {
        try {
            Thread.sleep(before);
            recognition = walk.isEnded() ? Optional.empty() : installed.get();
            if (recognition.isEmpty()) {
                return;
            }
            for (Optional<Document> next = next(); next.isPresent(); next = next()) {
                recognise(next.get());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** A document that fails does not stop the others. */
    private void recognise(Document document) {
        try {
            if (WordsFile.readRecognised(workspace.folder(), document).isPresent()) {
                return;
            }
            List<PageText> own = new CachedWords(workspace.folder()).of(document);
            boolean hasPictures = own.stream().anyMatch(p -> p.words().isEmpty());
            List<PageText> pages = hasPictures ? recognise(document, own) : List.of();
            if (!walk.isEnded()) {
                WordsFile.writeRecognised(workspace.folder(), document, pages); // so that nothing is read twice
            }
            if (hasPictures && !walk.isEnded()) {
                read.accept(document.id());
            }
        } catch (IOException | Problem | RuntimeException | Error e) {
            LOG.info("The words of a scan are not recognised ({})", e.getClass().getSimpleName());
        }
    }

    /** Pages with words of their own have none here. */
    private List<PageText> recognise(Document document, List<PageText> own) throws Problem, IOException {
        List<PageText> pages = new ArrayList<>();
        try (OpenDocument open = OpenDocument.open(workspace.folder().pages(document))) {
            for (int i = 0; i < own.size() && !walk.isEnded(); i++) {
                pages.add(!own.get(i).words().isEmpty()
                        ? PageText.NONE
                        : recognition.orElseThrow()
                                .read(open, i, workspace.batch().aids().language(), walk::isEnded));
            }
        }
        return pages;
    }

    private Optional<Document> next() throws InterruptedException {
        Optional<Document> next = walk.next(s -> s.documents()
                .stream()
                .filter(d -> d.pageCount() > 0 && !done.contains(d.id()))
                .findFirst());
        next.ifPresent(d -> done.add(d.id()));
        return next;
    }

    @Override
    public void close() {
        walk.end();
    }
}

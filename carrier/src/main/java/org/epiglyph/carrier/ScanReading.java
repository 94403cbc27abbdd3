package org.epiglyph.carrier;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
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
 * Has the words of scans recognised in the background, where the program for that is installed: the student on the desk first,
 * then those who follow. What was recognised is kept beside the batch. Without that program it does nothing.
 */
public final class ScanReading implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(ScanReading.class);
    private final Workspace workspace;
    private final Supplier<Optional<WordRecognition>> installed;
    private Optional<WordRecognition> recognition = Optional.empty();
    private final Consumer<String> read;
    private final Set<String> done = new HashSet<>();
    private Optional<StudentKey> wanted = Optional.empty();
    private int at;
    private int left = Integer.MAX_VALUE;
    private boolean begun;
    private volatile boolean ended;

    /** @param read is told the id of each document of which words are there; on any thread */
    public ScanReading(Workspace workspace, Consumer<String> read) {
        this(workspace, WordRecognition::installed, read);
    }

    /** @param installed finds the program; asked off the caller's thread */
    ScanReading(Workspace workspace, Supplier<Optional<WordRecognition>> installed, Consumer<String> read) {
        this.workspace = workspace;
        this.installed = installed;
        this.read = read;
    }

    /** Words that were recognised on a page of a document; empty where it is none of those. */
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

    /** Looks at this student first, then at those who follow. */
    public synchronized void first(StudentKey student) {
        wanted = Optional.of(student);
        if (!begun && !ended) {
            begun = true;
            Thread.ofPlatform().daemon().name("reading scans").priority(Thread.MIN_PRIORITY).start(this::work);
        }
        notifyAll();
    }

    private void work() {
        recognition = installed.get();
        if (recognition.isEmpty()) {
            return;
        }
        try {
            for (Optional<Document> next = next(); next.isPresent(); next = next()) {
                recognise(next.get());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** One that fails leaves the others. */
    private void recognise(Document document) {
        try {
            if (WordsFile.readRecognised(workspace.folder(), document).isPresent()) {
                return;
            }
            List<PageText> own = new KeptWords(workspace.folder()).of(document);
            if (own.stream().noneMatch(p -> p.words().isEmpty())) {
                return;
            }
            List<PageText> pages = recognise(document, own);
            if (!ended) {
                WordsFile.writeRecognised(workspace.folder(), document, pages);
                read.accept(document.id());
            }
        } catch (IOException | Problem | RuntimeException | Error e) {
            LOG.info("The words of a scan are not recognised ({})", e.getClass().getSimpleName());
        }
    }

    /** Pages that have words of their own have none here. */
    private List<PageText> recognise(Document document, List<PageText> own) throws Problem, IOException {
        List<PageText> pages = new ArrayList<>();
        try (OpenDocument open = OpenDocument.open(workspace.folder().pages(document))) {
            for (int i = 0; i < own.size() && !ended; i++) {
                pages.add(!own.get(i).words().isEmpty()
                        ? PageText.NONE
                        : recognition.orElseThrow()
                                .read(open, i, workspace.batch().aids().language(), () -> ended));
            }
        }
        return pages;
    }

    private Optional<Document> next() throws InterruptedException {
        while (begin()) {
            Batch batch = workspace.batch();
            left = Math.min(left, batch.submissions().size());
            if (left == 0) {
                continue;
            }
            Submission submission = batch.submissions().get(at % batch.submissions().size());
            Optional<Document> next = submission.documents()
                    .stream()
                    .filter(d -> d.pageCount() > 0 && !done.contains(d.id()))
                    .findFirst();
            if (next.isPresent()) {
                done.add(next.get().id());
                return next;
            }
            at++;
            left--;
        }
        return Optional.empty();
    }

    /** Waits while nothing is left, and begins anew with the student who is wanted. @return false at the end */
    private synchronized boolean begin() throws InterruptedException {
        while (!ended && left == 0 && wanted.isEmpty()) {
            wait();
        }
        wanted.ifPresent(student -> {
            at = Math.max(0, workspace.batch().position(student));
            left = Integer.MAX_VALUE;
        });
        wanted = Optional.empty();
        return !ended;
    }

    @Override
    public synchronized void close() {
        ended = true;
        notifyAll();
    }
}

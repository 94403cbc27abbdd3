package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.documents.IntakeProcess;
import org.epiglyph.places.OneAtATime;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes pages of received documents in the background, first those of the student on the desk, then of the following
 * students. Deleted pages are made again, identically.
 */
public final class PageMaking implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(PageMaking.class);
    private static final Duration RETRY = Duration.ofSeconds(2);
    private final Workspace workspace;
    private final Executor editing;
    private final Duration retry;
    private final Set<String> tried = ConcurrentHashMap.newKeySet();
    /** Documents that failed for now. */
    private final Set<String> failed = ConcurrentHashMap.newKeySet();
    private final IntakeProcess intake = new IntakeProcess();
    private final RollWalk walk;
    private final Thread thread;

    private record Work(StudentKey student, Document document) {}

    /**
     * Starts.
     *
     * @param editing executes the edits that record the outcome, for example on the interface thread
     */
    public PageMaking(Workspace workspace, Executor editing) {
        this(workspace, editing, RETRY);
    }

    /** @param retry the pause before what failed is tried again */
    PageMaking(Workspace workspace, Executor editing, Duration retry) {
        this.workspace = workspace;
        this.editing = editing;
        this.retry = retry;
        this.walk = new RollWalk(workspace::batch);
        this.thread = Thread.ofPlatform()
                .daemon()
                .name("making pages")
                .priority(Thread.MIN_PRIORITY + 2)
                .start(this::work);
    }

    /** Makes all missing pages, and returns when done. */
    public static void all(Workspace workspace, Progress progress) throws Problem {
        List<Work> all = workspace.batch().submissions().stream().flatMap(s -> missing(workspace, s)).toList();
        if (all.isEmpty()) {
            return;
        }
        try (IntakeProcess intake = new IntakeProcess()) {
            for (int i = 0; i < all.size(); i++) {
                Work work = all.get(i);
                progress.at(displayName(workspace, work), i, all.size());
                if (isStillMissing(workspace, work)) {
                    make(workspace, intake, work).ifPresent(pages -> workspace
                            .edit(new Edit.MakePages(work.student, work.document.id(), pages)));
                }
            }
        } catch (IOException e) {
            LOG.info("A folder for temporary files stays behind");
        } catch (EditRefused e) {
            throw new Problem(e.asMessage(), e);
        }
    }

    /**
     * Opens a locked document.
     *
     * @param called      its display name
     * @return its pages; still locked if the password is wrong
     */
    public static Pages unlock(Workspace workspace, Document document, String called, String password)
            throws Problem {
        BatchFolder folder = workspace.folder();
        if (!Files.isReadable(folder.original(document))) {
            throw new Problem(Message.of(PageMaking.class, "missing", called));
        }
        try (IntakeProcess intake = new IntakeProcess()) {
            Path rendition = folder.rendition(document.id());
            return OneAtATime.at(rendition, () -> intake.unlock(folder.original(document), rendition, password));
        } catch (IOException e) {
            throw full(called, e);
        }
    }

    /** Makes the pages of this student first, then those of the following students. */
    public void first(StudentKey student) {
        tryFailed();
        walk.want(student);
    }

    private void tryFailed() {
        for (String id : failed) { // one by one, since more may fail meanwhile
            failed.remove(id);
            tried.remove(id);
        }
    }

    private void work() {
        try {
            for (Optional<Work> next = next(); next.isPresent(); next = next()) {
                Work work = next.get();
                try {
                    Optional<Pages> pages = make(workspace, intake, work);
                    pages.ifPresent(made -> editing.execute(() -> record(work, made)));
                    if (pages.isEmpty()) {
                        later(work);
                    }
                } catch (Problem e) {
                    LOG.warn("Pages could not be made", e.getCause());
                    later(work);
                } catch (RuntimeException | Error e) {
                    LOG.error("Pages could not be made; the others are", e);
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void record(Work work, Pages pages) {
        if (walk.isEnded()) {
            return;
        }
        boolean told = workspace.batch()
                .submission(work.student)
                .findDocument(work.document.id())
                .filter(d -> d.pages().equals(pages))
                .isPresent();
        if (!told) {
            try {
                workspace.edit(new Edit.MakePages(work.student, work.document.id(), pages));
            } catch (EditRefused e) {
                LOG.info("What became of a document could not be noted; it is found out again");
            }
        }
    }

    /** A full disk or a missing file is retried after all others. */
    private void later(Work work) {
        failed.add(work.document.id());
        walk.again(retry.toMillis(), this::tryFailed);
    }

    private Optional<Work> next() throws InterruptedException {
        Optional<Work> next = walk
                .next(s -> missing(workspace, s).filter(w -> !tried.contains(w.document.id())).findFirst());
        next.ifPresent(w -> tried.add(w.document.id()));
        return next;
    }

    /** Documents of a submission without pages, those of the hand-in that counts first. */
    private static Stream<Work> missing(Workspace workspace, Submission submission) {
        return Stream.concat(submission.current().stream(), submission.handIns().stream())
                .flatMap(h -> h.documents().stream())
                .distinct()
                .filter(d -> isMissing(workspace, d))
                .map(d -> new Work(submission.student().key(), d));
    }

    /** Pages made at the same time by somebody else may be there by now. */
    private static boolean isStillMissing(Workspace workspace, Work work) {
        return workspace.batch()
                .submission(work.student)
                .findDocument(work.document.id())
                .filter(d -> isMissing(workspace, d))
                .isPresent();
    }

    private static boolean isMissing(Workspace workspace, Document document) {
        return switch (document.pages()) {
            case Pages.Awaited() -> true;
            case Pages.Ready ready -> !ready.rendition().isEmpty() && !Files.exists(workspace.folder().pages(document));
            case Pages.None _,Pages.Locked _ -> false;
        };
    }

    /** Empty if the received file is missing, which says nothing about it: it may come back. */
    private static Optional<Pages> make(Workspace workspace, IntakeProcess intake, Work work) throws Problem {
        BatchFolder folder = workspace.folder();
        Path original = folder.original(work.document);
        Path rendition = folder.rendition(work.document.id());
        try {
            if (!Files.isReadable(original)) {
                return Optional.empty();
            }
            folder.make(rendition.getParent());
            Pages pages = OneAtATime.at(rendition, () -> intake.examine(original, rendition));
            return Optional.of(pages).filter(_ -> Files.isReadable(original)); // the file existed until the end
        } catch (IOException e) {
            throw full(displayName(workspace, work), e);
        }
    }

    private static String displayName(Workspace workspace, Work work) {
        return workspace.batch().submission(work.student).displayName(work.document);
    }

    private static Problem full(String document, IOException cause) {
        return new Problem(Message.of(PageMaking.class, "cannotBeWritten", document),
                cause);
    }

    /** Stops; unfinished work is done when the batch is opened again. */
    @Override
    public void close() {
        walk.end();
        thread.interrupt();
        Thread.ofVirtual().start(() -> {
            try {
                intake.close();
            } catch (IOException e) {
                LOG.info("A folder for temporary files stays behind");
            }
        });
    }
}

package org.epiglyph.desktop;

import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.Progress;
import org.epiglyph.workspace.Damage;
import org.epiglyph.workspace.Workspace;
import org.epiglyph.workspace.WorkspaceObserver;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The one open batch, and those that are still being closed. Reading and closing are done off the interface thread;
 * everything here is called on it.
 */
final class OpenBatch {
    private static final Logger LOG = LoggerFactory.getLogger(OpenBatch.class);
    private static final int VERIFY_AFTER_SECONDS = 4;
    private static final int CLOSING_MILLIS = 60_000;
    private final Clock clock;
    private final Listener hearer;
    private volatile Optional<Workspace> workspace = Optional.empty();
    private Optional<Progress> progress = Optional.empty();
    private Optional<PageMaking> making = Optional.empty();
    /** Batches that were closed while background work held them. */
    private final Map<Path, Held> held = new HashMap<>();
    private final Map<Path, Thread> closing = new ConcurrentHashMap<>();
    private boolean opening;

    /** Receives what happens to batches, on the interface thread. */
    interface Listener {
        /** A message for the top line; empty to clear it. */
        void show(String text);

        /** Changes are not being saved, and why; empty once they are again. */
        void warn(String text);

        /** A batch or its place could not be opened. */
        void refuse(Problem problem);

        /** True if running work needs a batch for itself. */
        boolean isInUse(Path folder);

        /** Another batch is opened, or none: the place that shows this one must be left. */
        void leaving();

        /** A batch is about to be closed for good. */
        void closing(Workspace batch);
    }

    private record Held(Workspace workspace, Progress progress) {}

    /** What to do with a batch once it is open. */
    interface Then {
        void go(Workspace workspace) throws Problem;
    }

    OpenBatch(Clock clock, Listener hearer) {
        this.clock = clock;
        this.hearer = hearer;
    }

    Optional<Workspace> workspace() {
        return workspace;
    }

    /** How far the submissions of the open batch are. */
    Progress progress() {
        return progress.orElseThrow();
    }

    /** Makes the pages of the open batch. */
    PageMaking making() {
        return making.orElseThrow();
    }

    /**
     * Opens a batch, unless it is open. Reading a long history may take a while; a second request meanwhile is ignored.
     */
    void open(Path folder, Then then) {
        if (opening) {
            return;
        }
        if (workspace.filter(w -> w.folder().root().equals(folder)).isPresent()) {
            go(then);
            return;
        }
        if (hearer.isInUse(folder)) {
            hearer.show(UiText.of("Frame.busy"));
            return;
        }
        close();
        Held still = held.remove(folder);
        if (still != null) {
            opened(still.workspace, still.progress);
            go(then);
            return;
        }
        opening = true;
        hearer.show(UiText.of("Shelf.opening", folder.getFileName()));
        Thread before = closing.get(folder);
        Thread.ofVirtual().start(() -> openInBackground(folder, before, then));
    }

    /** @param before closes the batch that was open in the same folder; null if none was */
    private void openInBackground(Path folder, Thread before, Then then) {
        try {
            if (before != null) {
                before.join();
            }
            Workspace opened = Workspace.open(folder, clock, OpenBatch::onInterface);
            Progress ofClass = progressOf(opened);
            Platform.runLater(() -> {
                ready();
                opened(opened, ofClass);
                go(then);
            });
        } catch (Problem e) {
            Platform.runLater(() -> {
                ready();
                refuse(e);
            });
        } catch (RuntimeException | Error e) {
            LOG.error("A batch could not be opened", e);
            Platform.runLater(() -> {
                ready();
                refuse(new Problem(UiText.of("Shelf.fault")));
            });
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static Progress progressOf(Workspace opened) throws Problem {
        try {
            return Progress.of(opened);
        } catch (RuntimeException | Error e) {
            opened.close();
            throw e;
        }
    }

    private void ready() {
        opening = false;
        hearer.show("");
    }

    private static void onInterface(Runnable what) {
        if (Platform.isFxApplicationThread()) {
            what.run();
        } else {
            Platform.runLater(what);
        }
    }

    private void opened(Workspace opened, Progress ofClass) {
        workspace = Optional.of(opened);
        progress = Optional.of(ofClass);
        opened.observe(new Watch(opened));
        making = Optional.of(new PageMaking(opened, Platform::runLater));
        if (!opened.damage().isNone()) {
            hearer.show(UiText.of("Shelf.damaged", opened.damage().describe()));
        }
        verify(opened);
    }

    /**
     * Reports whether changes to the batch are saved, from whatever place they are made, for as long as it is the open
     * one.
     */
    private final class Watch implements WorkspaceObserver {
        private final Workspace of;

        Watch(Workspace of) {
            this.of = of;
        }

        private void warn(String text) {
            if (workspace.filter(w -> w == of).isPresent()) {
                hearer.warn(text);
            }
        }

        @Override
        public void saved(long number, Instant at) {
            warn("");
        }

        @Override
        public void notSaved(Problem problem) {
            warn(problem.getMessage());
        }
    }

    private void go(Then then) {
        try {
            then.go(workspace.orElseThrow());
        } catch (Problem e) {
            refuse(e);
        } catch (RuntimeException e) {
            LOG.error("A place could not be shown", e);
            refuse(new Problem(UiText.of("Shelf.fault")));
        }
    }

    private void refuse(Problem problem) {
        LOG.info("A batch could not be opened", problem.getCause());
        hearer.refuse(problem);
    }

    /** Compares the originals with their digests in the background. */
    private void verify(Workspace opened) {
        Thread.ofPlatform().daemon().name("comparing originals").priority(Thread.MIN_PRIORITY).start(() -> {
            try {
                TimeUnit.SECONDS.sleep(VERIFY_AFTER_SECONDS); // the pages in sight take precedence
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
            if (workspace.filter(w -> w == opened).isEmpty()) {
                return;
            }
            Damage damage = opened.checkEarlier();
            if (!damage.isNone()) {
                Platform.runLater(() -> hearer.show(UiText.of("Shelf.damaged", damage.describe())));
            }
            List<String> changed = opened.changedOriginals();
            if (!changed.isEmpty()) {
                Platform.runLater(() -> hearer.show(UiText.of("Shelf.changedOriginals", Message.listing(changed))));
            }
        });
    }

    /** Closes the batch: pending edits are written off the interface thread, and work that holds it goes on. */
    void close() {
        hearer.leaving();
        hearer.warn("");
        making.ifPresent(PageMaking::close);
        making = Optional.empty();
        workspace.ifPresent(w -> {
            if (w.isHeld()) {
                held.put(w.folder().root(), new Held(w, progress()));
            } else {
                closeInBackground(w);
            }
        });
        workspace = Optional.empty();
        progress = Optional.empty();
    }

    /** Closes the batches that work held, once nothing holds them. */
    void closeHeld() {
        held.values().forEach(h -> closeInBackground(h.workspace));
        held.clear();
    }

    private void closeInBackground(Workspace closed) {
        hearer.closing(closed);
        Path folder = closed.folder().root();
        closing.put(folder, Thread.ofVirtual().unstarted(() -> {
            try {
                closed.close();
            } catch (Problem e) {
                LOG.error("The batch could not be closed in order", e.getCause());
                Platform.runLater(() -> hearer.show(e.getMessage()));
            } finally {
                closing.remove(folder, Thread.currentThread());
            }
        }));
        closing.get(folder).start();
    }

    /** Waits for batches being closed, at the end of the program. */
    void awaitClosed() throws InterruptedException {
        for (Thread one : closing.values()) {
            one.join(CLOSING_MILLIS);
        }
    }
}

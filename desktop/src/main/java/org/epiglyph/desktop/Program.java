package org.epiglyph.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.collect.Collect;
import org.epiglyph.desktop.collect.CollectModel;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.spelling.Spelling;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Aside;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.Frame;
import org.epiglyph.desktop.handback.HandBack;
import org.epiglyph.desktop.handback.HandBackModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.phrases.PhrasebookModel;
import org.epiglyph.desktop.phrases.PhrasebookPlace;
import org.epiglyph.desktop.scheme.SchemeModel;
import org.epiglyph.desktop.scheme.SchemePlace;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.shelf.Shelf;
import org.epiglyph.documents.Warming;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Puts the parts together and goes from place to place. Holds the one open batch. For the interface thread. */
public final class Program {
    private static final Logger LOG = LoggerFactory.getLogger(Program.class);
    private static final int VERIFY_AFTER_SECONDS = 4;
    private final Start start;
    private final Clock clock;
    private final Settings settings;
    private final Spelling spelling;
    private final Frame frame;
    private final Background background = new Background();
    private final Aside aside = Aside.thread();
    private final ExecutorService keeping = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().name("keeping settings").daemon().factory());
    private final Shelf shelf;
    private volatile Optional<Workspace> workspace = Optional.empty();
    private Optional<PageMaking> making = Optional.empty();
    private boolean opening;

    /**
     * How the program is started.
     *
     * @param shelf        the folder of batches
     * @param settings     the folder of the marker's settings
     * @param recordOffice a record service to begin with; may be empty
     * @param token        its token; may be empty
     * @param opener       opens a file in the program that the system has for it
     * @param links        opens an address in the browser that the system has
     * @param tablet       a recorded trace that the simulated pen tablet plays; empty where there is no such tablet
     */
    public record Start(Path shelf, Path settings, String recordOffice, String token, Consumer<Path> opener,
            Consumer<String> links, Optional<Path> tablet) {
        /** Without anything that opens files. */
        public Start(Path shelf, Path settings, String recordOffice, String token) {
            this(shelf, settings, recordOffice, token, _ -> {}, _ -> {}, Optional.empty());
        }

        Start openingWith(Consumer<Path> other, Consumer<String> otherLinks) {
            return new Start(shelf, settings, recordOffice, token, other, otherLinks, tablet);
        }

        /** With a simulated pen tablet that plays a trace. */
        public Start withTablet(Path trace) {
            return new Start(shelf, settings, recordOffice, token, opener, links, Optional.of(trace));
        }

        @Override
        public String toString() {
            return "Start[" + shelf + "]"; // never the token
        }
    }

    public Program(Start start, Clock clock) {
        warm();
        this.start = start;
        this.clock = clock;
        settings = new Settings(start.settings());
        spelling = new Spelling(settings);
        frame = new Frame(new Looks(settings, keeping), settings.keys(),
                keys -> keeping.execute(() -> settings.keepKeys(keys)));
        this.shelf = new Shelf(start.shelf(), this::toDesk, this::toHandBack, this::toCollect, this::toCollectAgain);
        frame.acts().everywhere(Act.of("Place.shelf", "Shortcut+DIGIT1", this::toShelf));
        frame.acts()
                .everywhere(Act.of("Place.desk", "Shortcut+DIGIT2", () -> workspace.isPresent(),
                        () -> workspace.ifPresent(w -> toDesk(w.folder().root()))));
        frame.acts()
                .everywhere(
                        Act.of("Place.handBack", "Shortcut+DIGIT3", () -> workspace.isPresent(),
                                () -> workspace.ifPresent(w -> toHandBack(w.folder().root()))));
        frame.acts().everywhere(Act.of("Place.collect", "Shortcut+DIGIT4", () -> toCollect(List.of())));
        frame.acts()
                .everywhere(Act.of("Place.scheme", "Shortcut+DIGIT5", () -> workspace.isPresent(),
                        () -> workspace.ifPresent(w -> toScheme(w.folder().root()))));
        frame.acts()
                .everywhere(Act.of("Place.phrasebook", "Shortcut+DIGIT6", () -> workspace.isPresent(),
                        () -> workspace.ifPresent(w -> toPhrasebook(w.folder().root()))));
    }

    /** What draws pages is loaded while the window comes up. */
    private static void warm() {
        Thread.ofPlatform().daemon().name("warming").start(() -> {
            try {
                Warming.run();
            } catch (IOException e) {
                LOG.warn("The first page will take its time", e);
            }
        });
    }

    public Frame frame() {
        return frame;
    }

    /** The batch that is open now. */
    public Optional<Workspace> openBatch() {
        return workspace;
    }

    /** Goes to the shelf and puts the open batch back on it. */
    public void toShelf() {
        close();
        frame.show(shelf);
    }

    private void toCollect(List<Path> places) {
        if (!background.busyProperty().get()) {
            collect(new CollectModel(start.shelf(), background, Optional.empty())).take(places);
        }
    }

    /** Collects further files into a batch, which is put back on the shelf for that. */
    public void toCollectAgain(Path folder) {
        if (!background.busyProperty().get()) {
            close();
            collect(new CollectModel(start.shelf(), background, Optional.of(folder)));
        }
    }

    private Collect collect(CollectModel model) {
        Collect place = new Collect(model, start.recordOffice(), start.token(), this::toDesk, this::toShelf);
        frame.show(place);
        return place;
    }

    /** Opens a batch at the desk. */
    public void toDesk(Path folder) {
        open(folder, opened -> {
            PageImages images = new PageImages(id -> pdfOf(opened, id), opened.folder().pictures());
            DeskModel model = new DeskModel(opened, settings, clock, Platform::runLater, keeping);
            model.penCaseProperty().addListener((_, before, now) -> {
                if (before.slots().size() != now.slots().size()) {
                    frame.renewActs();
                }
            });
            frame.show(new Desk(model, frame.looks(), new Desk.Tools(images, making.orElseThrow(), settings, spelling,
                    clock, start.opener(), start.links(), start.tablet())));
        });
    }

    private static Path pdfOf(Workspace opened, String document) {
        return opened.batch()
                .submissions()
                .stream()
                .flatMap(s -> s.findDocument(document).stream())
                .findFirst()
                .or(() -> opened.batch().aids().find(document))
                .map(opened.folder()::pages)
                .orElseThrow(() -> new IllegalArgumentException("No document " + document));
    }

    /** Opens a batch for handing back. */
    public void toHandBack(Path folder) {
        open(folder, opened -> {
            HandBackModel model = new HandBackModel(opened, background, clock);
            frame.show(new HandBack(model, start.token(), this::toShelf, () -> toDesk(folder)));
        });
    }

    /** Opens a batch's mark scheme. */
    public void toScheme(Path folder) {
        open(folder, opened -> frame.show(new SchemePlace(new SchemeModel(opened, aside), start.opener())));
    }

    /** Opens a batch's phrasebook. */
    public void toPhrasebook(Path folder) {
        open(folder, opened -> frame.show(new PhrasebookPlace(new PhrasebookModel(opened, aside))));
    }

    private interface Opened {
        void go(Workspace workspace) throws Problem;
    }

    /** Reading a long history may take a while, so it is done off the interface thread; a second wish meanwhile is not heard. */
    private void open(Path folder, Opened then) {
        if (opening) {
            return;
        }
        if (workspace.filter(w -> w.folder().root().equals(folder)).isPresent()) {
            go(then);
            return;
        }
        close();
        opening = true;
        Thread.ofVirtual().start(() -> {
            try {
                Workspace opened = Workspace.open(folder, clock);
                Platform.runLater(() -> {
                    opening = false;
                    workspace = Optional.of(opened);
                    making = Optional.of(new PageMaking(opened, Platform::runLater));
                    verify(opened);
                    go(then);
                });
            } catch (Problem e) {
                Platform.runLater(() -> {
                    opening = false;
                    refuse(e);
                });
            }
        });
    }

    private void go(Opened then) {
        try {
            then.go(workspace.orElseThrow());
        } catch (Problem e) {
            refuse(e);
        }
    }

    private void refuse(Problem problem) {
        LOG.info("A batch could not be opened", problem.getCause());
        shelf.complain(problem.getMessage());
        frame.show(shelf);
    }

    /** Compares the originals with their digests in the background. */
    private void verify(Workspace opened) {
        Thread.ofPlatform().daemon().name("comparing originals").priority(Thread.MIN_PRIORITY).start(() -> {
            try {
                TimeUnit.SECONDS.sleep(VERIFY_AFTER_SECONDS); // the pages in sight come first
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
            if (workspace.filter(w -> w == opened).isEmpty()) {
                return;
            }
            var changed = opened.changedOriginals();
            if (!changed.isEmpty()) {
                Platform.runLater(() -> shelf.complain(
                        org.epiglyph.desktop.frame.Words.of("Shelf.changedOriginals", String.join(", ", changed))));
            }
        });
    }

    /** Ends the program's work: the batch is let go of and the last settings are kept. */
    public void end() {
        close();
        keeping.shutdown();
        try {
            if (!keeping.awaitTermination(3, TimeUnit.SECONDS)) {
                LOG.warn("The settings could not be kept in time");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Writes what is not written and lets go of the batch. */
    public void close() {
        if (frame.place() != shelf) {
            frame.leave();
        }
        making.ifPresent(PageMaking::close);
        making = Optional.empty();
        workspace.ifPresent(w -> {
            try {
                w.close();
            } catch (Problem e) {
                LOG.error("The batch could not be closed in order", e.getCause());
                shelf.complain(e.getMessage());
            }
        });
        workspace = Optional.empty();
    }
}

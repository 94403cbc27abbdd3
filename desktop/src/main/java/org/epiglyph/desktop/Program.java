package org.epiglyph.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
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
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.Frame;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.handback.HandBack;
import org.epiglyph.desktop.handback.HandBackModel;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.phrases.PhrasebookModel;
import org.epiglyph.desktop.phrases.PhrasebookPlace;
import org.epiglyph.desktop.scheme.SchemeModel;
import org.epiglyph.desktop.scheme.SchemePlace;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.shelf.Shelf;
import org.epiglyph.desktop.spelling.Spelling;
import org.epiglyph.workspace.BatchRepair;
import org.epiglyph.workspace.Damage;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Puts the parts together and goes from place to place. Holds the one open batch. For the interface thread. */
public final class Program {
    private static final Logger LOG = LoggerFactory.getLogger(Program.class);
    private static final int VERIFY_AFTER_SECONDS = 4;
    private static final int CLOSING_MILLIS = 60_000;
    private final Start start;
    private final Clock clock;
    private final Settings settings;
    private final Spelling spelling;
    private final Frame frame;
    private final Background background = new Background();
    private final SerialExecutor serial = SerialExecutor.thread();
    private final ExecutorService keeping = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().name("keeping settings").daemon().factory());
    private final Shelf shelf;
    private volatile Optional<Workspace> workspace = Optional.empty();
    private Optional<PageMaking> making = Optional.empty();
    private Optional<HandBack> handingBack = Optional.empty();
    /** Batches that were put back on the shelf while work held them. */
    private final Map<Path, Workspace> held = new HashMap<>();
    private final Map<Path, Thread> closing = new ConcurrentHashMap<>();
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
        this.start = start;
        this.clock = clock;
        settings = new Settings(start.settings());
        spelling = new Spelling(settings);
        frame = new Frame(new Looks(settings, keeping), settings.keys(),
                keys -> keeping.execute(() -> settings.keepKeys(keys)), background);
        this.shelf = new Shelf(start.shelf(), this::toDesk, this::toHandBack, this::toCollect, this::toCollectAgain,
                this::repair);
        background.busyProperty().addListener((_, _, busy) -> {
            if (!busy) {
                Platform.runLater(this::closeHeld);
            }
        });
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
        if (background.busyProperty().get()) {
            frame.say(Words.of("Frame.busy"));
        } else {
            collect(new CollectModel(start.shelf(), background, Optional.empty())).take(places);
        }
    }

    /** Collects further files into a batch, which is put back on the shelf for that. */
    public void toCollectAgain(Path folder) {
        if (background.busyProperty().get()) {
            frame.say(Words.of("Frame.busy"));
        } else {
            close();
            collect(new CollectModel(start.shelf(), background, Optional.of(folder)));
        }
    }

    /** Writes a sound copy of a damaged batch beside it. */
    private void repair(Path folder) {
        if (background.busyProperty().get()) {
            frame.say(Words.of("Frame.busy"));
            return;
        }
        background.start(progress -> {
            progress.at(Words.of("Shelf.repairing"), 0, 0);
            Path target = folder.resolveSibling(folder.getFileName() + " (sound copy)");
            BatchRepair.Outcome outcome = BatchRepair.write(folder, target, clock);
            return Words.of("Shelf.repaired", target.getFileName(), outcome.kept(), outcome.leftOut());
        }, said -> {
            frame.say(said);
            shelf.arrive();
        }, frame::say);
    }

    private Collect collect(CollectModel model) {
        Collect place = new Collect(model, start.recordOffice(), start.token(), this::toDesk, this::toShelf);
        frame.show(place);
        return place;
    }

    /** Opens a batch at the desk. */
    public void toDesk(Path folder) {
        toDesk(folder, _ -> {});
    }

    private void toDesk(Path folder, Consumer<Desk> then) {
        open(folder, opened -> {
            if (opened.batch().submissions().isEmpty()) {
                throw new Problem(Words.of("Shelf.noStudents"));
            }
            PageImages images = new PageImages(id -> pdfOf(opened, id), opened.folder().pictures());
            DeskModel model = new DeskModel(opened, settings, clock, Platform::runLater, keeping);
            model.penCaseProperty().addListener((_, before, now) -> {
                if (before.slots().size() != now.slots().size()) {
                    frame.renewActs();
                }
            });
            Desk desk = new Desk(model, frame.looks(), new Desk.Tools(images, making.orElseThrow(), settings, spelling,
                    clock, start.opener(), start.links(), frame::find, start.tablet()));
            frame.show(desk);
            then.accept(desk);
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

    /** Opens a batch for handing back; while its work goes on, it is the same place as before. */
    public void toHandBack(Path folder) {
        open(folder, opened -> {
            if (handingBack.filter(h -> h.isOf(opened)).isEmpty()) {
                HandBackModel model = new HandBackModel(opened, background, clock,
                        words -> unknownWords(opened, words), start.recordOffice(), start.token());
                HandBack place = new HandBack(model, start.token(), new HandBack.Ways(this::toShelf,
                        (student, finding) -> toDesk(folder, desk -> student.ifPresent(s -> desk.goTo(s, finding)))));
                model.saidProperty().addListener((_, _, said) -> sayElsewhere(place, said));
                model.troubleProperty().addListener((_, _, trouble) -> sayElsewhere(place, trouble));
                handingBack = Optional.of(place);
            }
            frame.show(handingBack.orElseThrow());
        });
    }

    private List<String> unknownWords(Workspace opened, String words) {
        return spelling.unknown(words, opened.batch().aids().language()).stream().map(Spelling.Unknown::text).toList();
    }

    private void sayElsewhere(HandBack place, String words) {
        if (frame.place() != place && !words.isEmpty()) {
            frame.say(words);
        }
    }

    /** Opens a batch's mark scheme. */
    public void toScheme(Path folder) {
        open(folder, opened -> frame.show(new SchemePlace(new SchemeModel(opened, serial), start.opener())));
    }

    /** Opens a batch's phrasebook. */
    public void toPhrasebook(Path folder) {
        open(folder, opened -> frame.show(new PhrasebookPlace(new PhrasebookModel(opened, serial))));
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
        Workspace still = held.remove(folder);
        if (still != null) {
            opened(still);
            go(then);
            return;
        }
        opening = true;
        frame.say(Words.of("Shelf.opening", folder.getFileName()));
        Thread before = closing.get(folder);
        Thread.ofVirtual().start(() -> {
            try {
                if (before != null) {
                    before.join();
                }
                Workspace opened = Workspace.open(folder, clock, Program::onInterface);
                Platform.runLater(() -> {
                    ready();
                    opened(opened);
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
                    refuse(new Problem(Words.of("Shelf.fault")));
                });
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
    }

    private void ready() {
        opening = false;
        frame.say("");
    }

    private static void onInterface(Runnable what) {
        if (Platform.isFxApplicationThread()) {
            what.run();
        } else {
            Platform.runLater(what);
        }
    }

    private void opened(Workspace opened) {
        workspace = Optional.of(opened);
        making = Optional.of(new PageMaking(opened, Platform::runLater));
        if (!opened.damage().isNone()) {
            frame.say(Words.of("Shelf.damaged", opened.damage().inWords()));
        }
        verify(opened);
    }

    private void go(Opened then) {
        try {
            then.go(workspace.orElseThrow());
        } catch (Problem e) {
            refuse(e);
        } catch (RuntimeException e) {
            LOG.error("A place could not be shown", e);
            refuse(new Problem(Words.of("Shelf.fault")));
        }
    }

    private void refuse(Problem problem) {
        LOG.info("A batch could not be opened", problem.getCause());
        shelf.complain(problem.getMessage());
        toShelf();
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
            Damage damage = opened.checkEarlier();
            if (!damage.isNone()) {
                Platform.runLater(() -> frame.say(Words.of("Shelf.damaged", damage.inWords())));
            }
            var changed = opened.changedOriginals();
            if (!changed.isEmpty()) {
                Platform.runLater(
                        () -> frame.say(Words.of("Shelf.changedOriginals", String.join(", ", changed))));
            }
        });
    }

    /** Ends the program's work: work in the background is stopped, batches are released and the last settings are kept. */
    public void end() {
        background.cancel();
        close();
        closeHeld();
        keeping.shutdown();
        try {
            for (Thread one : closing.values()) {
                one.join(CLOSING_MILLIS);
            }
            if (!keeping.awaitTermination(3, TimeUnit.SECONDS)) {
                LOG.warn("The settings could not be kept in time");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Releases the batch: what is not written is written off the interface thread, and work that holds it goes on. */
    public void close() {
        if (frame.place() != shelf) {
            frame.leave();
        }
        making.ifPresent(PageMaking::close);
        making = Optional.empty();
        workspace.ifPresent(w -> {
            if (w.isHeld()) {
                held.put(w.folder().root(), w);
            } else {
                closeAside(w);
            }
        });
        workspace = Optional.empty();
    }

    private void closeHeld() {
        held.values().forEach(this::closeAside);
        held.clear();
    }

    private void closeAside(Workspace closed) {
        handingBack = handingBack.filter(h -> !h.isOf(closed));
        Path folder = closed.folder().root();
        closing.put(folder, Thread.ofVirtual().unstarted(() -> {
            try {
                closed.close();
            } catch (Problem e) {
                LOG.error("The batch could not be closed in order", e.getCause());
                Platform.runLater(() -> frame.say(e.getMessage()));
            } finally {
                closing.remove(folder, Thread.currentThread());
            }
        }));
        closing.get(folder).start();
    }
}

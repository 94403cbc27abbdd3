package org.epiglyph.desktop;

import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.carrier.ScanReading;
import org.epiglyph.core.Problem;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.desk.DeskTools;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.Frame;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.handback.HandBack;
import org.epiglyph.desktop.handback.HandBackModel;
import org.epiglyph.desktop.letters.Letters;
import org.epiglyph.desktop.letters.LettersModel;
import org.epiglyph.desktop.markbook.BookModel;
import org.epiglyph.desktop.markbook.BookPlace;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.Walk;
import org.epiglyph.desktop.pages.PageCover;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.phrases.PhrasebookModel;
import org.epiglyph.desktop.phrases.PhrasebookPlace;
import org.epiglyph.desktop.scheme.SchemeModel;
import org.epiglyph.desktop.scheme.SchemePlace;
import org.epiglyph.desktop.settings.MailHabit;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.ShelfHabit;
import org.epiglyph.desktop.shelf.Shelf;
import org.epiglyph.desktop.spelling.Spelling;
import org.epiglyph.desktop.spoken.Sounds;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.workspace.BatchRepair;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Creates the parts and navigates between places. Holds the one open batch. For the interface thread. */
public final class Program {
    private static final Logger LOG = LoggerFactory.getLogger(Program.class);
    private final Start start;
    private final Clock clock;
    private final Settings settings;
    private final Spelling spelling;
    private final RecordServices services = RecordServices.installed();
    private final Frame frame;
    private final Background background = new Background();
    private final SerialExecutor serial = SerialExecutor.thread();
    private final ExecutorService keeping = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().name("keeping settings").daemon().factory());
    private final Shelf shelf;
    private final OpenBatch batch;
    private final CollectPlaces collecting;
    private Optional<HandBack> handingBack = Optional.empty();
    private Optional<BookPlace> markBook = Optional.empty();
    private Optional<StudentKey> onDesk = Optional.empty();
    private Optional<Walk.Followed> followed = Optional.empty();

    /**
     * How the program is started.
     *
     * @param shelf        the folder of batches
     * @param settings     the folder of the marker's settings
     * @param recordOffice a default record service; may be empty
     * @param token        its token; may be empty
     * @param opener       opens a file in the system's program for it
     * @param links        opens an address in the system's browser
     * @param simulated    devices replaced by stand-ins
     * @param mailPort     port of a default mail service on this machine; 0 for none
     */
    public record Start(Path shelf, Path settings, String recordOffice, String token, Consumer<Path> opener,
            Consumer<String> links, Simulated simulated, int mailPort) {
        /** Without anything that opens files. */
        public Start(Path shelf, Path settings, String recordOffice, String token) {
            this(shelf, settings, recordOffice, token, _ -> {}, _ -> {}, Simulated.NONE, 0);
        }

        Start openingWith(Consumer<Path> other, Consumer<String> otherLinks) {
            return new Start(shelf, settings, recordOffice, token, other, otherLinks, simulated, mailPort);
        }

        /** With stand-ins for devices. */
        public Start with(Simulated devices) {
            return new Start(shelf, settings, recordOffice, token, opener, links, devices, mailPort);
        }

        /** With a mail service on this machine. */
        public Start withMail(int port) {
            return new Start(shelf, settings, recordOffice, token, opener, links, simulated, port);
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
        ObjectProperty<ShelfHabit> habit = new SimpleObjectProperty<>(settings.shelf());
        habit.addListener((_, _, now) -> keeping.execute(() -> settings.save(now)));
        this.shelf = new Shelf(start.shelf(), habit, background, clock, new Shelf.Ways(this::toDesk, this::toMarkBook,
                this::toHandBack, this::toCollect, this::toCollectAgain, this::repair));
        batch = new OpenBatch(clock, new BatchListener());
        collecting = new CollectPlaces(start, frame, background, services, this::toDesk, this::toShelf);
        background.busyProperty().addListener((_, _, _) -> Platform.runLater(this::closeHeld));
        frame.addPlaces(List.of(Act.of("Place.shelf", "Shortcut+DIGIT1", this::toShelf),
                placeOfBatch("Place.desk", "Shortcut+DIGIT2", this::toDesk),
                placeOfBatch("Place.handBack", "Shortcut+DIGIT3", this::toHandBack),
                placeOfBatch("Place.markBook", "Shortcut+DIGIT4", this::toMarkBook),
                placeOfBatch("Place.scheme", "Shortcut+DIGIT5", this::toScheme),
                placeOfBatch("Place.phrasebook", "Shortcut+DIGIT6", this::toPhrasebook),
                placeOfBatch("Place.letters", "Shortcut+DIGIT7", this::toLetters),
                Act.of("Place.collect", "Shortcut+DIGIT8", () -> toCollect(List.of()))));
    }

    private void closeHeld() {
        if (!background.busyProperty().get()) {
            batch.closeHeld();
        }
    }

    /** A place that exists while a batch is open. */
    private Act placeOfBatch(String text, String key, Consumer<Path> place) {
        return Act.of(text, key, () -> batch.workspace().isPresent(),
                () -> batch.workspace().ifPresent(w -> place.accept(w.folder().root())));
    }

    public Frame frame() {
        return frame;
    }

    /** The open batch. */
    public Optional<Workspace> openBatch() {
        return batch.workspace();
    }

    /** Goes to the shelf and closes the open batch. */
    public void toShelf() {
        close();
        frame.show(shelf);
    }

    private void toCollect(List<Path> dropped) {
        collect(Optional.empty(), dropped);
    }

    /** Collects further files into a batch, which is closed for that. */
    public void toCollectAgain(Path folder) {
        collect(Optional.of(folder), List.of());
    }

    private void collect(Optional<Path> again, List<Path> dropped) {
        Runnable show = () -> {
            again.ifPresent(_ -> close());
            collecting.show(again, dropped);
        };
        if (collecting.isBegun(again)) {
            show.run();
        } else {
            runIfIdle(show);
        }
    }

    private void runIfIdle(Runnable act) {
        if (background.busyProperty().get()) {
            frame.showMessage(UiText.of("Frame.busy"));
        } else {
            act.run();
        }
    }

    /** Writes a sound copy of a damaged batch beside it. */
    private void repair(Path folder) {
        runIfIdle(() -> background.start(progress -> {
            progress.at(UiText.of("Shelf.repairing"), 0, 0);
            Path target = folder.resolveSibling(folder.getFileName() + " (sound copy)");
            BatchRepair.Outcome outcome = BatchRepair.write(folder, target, clock);
            return UiText.of("Shelf.repaired", target.getFileName(), outcome.kept(), outcome.leftOut());
        }, said -> {
            frame.showMessage(said);
            shelf.arrive();
        }, frame::showMessage));
    }

    /** Opens a batch at the desk. */
    public void toDesk(Path folder) {
        toDesk(folder, _ -> {});
    }

    private void toDesk(Path folder, Consumer<Desk> then) {
        batch.open(folder, opened -> {
            if (frame.place() instanceof Desk there && there.model().workspace() == opened) {
                then.accept(there);
                return;
            }
            if (opened.batch().submissions().isEmpty()) {
                throw new Problem(UiText.of("Shelf.noStudents"));
            }
            PageImages images = new PageImages(id -> opened.folder().pages(opened.batch(), id),
                    opened.folder().pictures(),
                    id -> PageCover.of(opened.batch(), id), page -> ScanReading.of(opened, page));
            ScanReading scans = new ScanReading(opened, document -> {
                images.reloadWords(document);
                Platform.runLater(() -> scanned(opened, document));
            });
            DeskModel model = new DeskModel(opened, batch.progress(), settings, clock, Platform::runLater, keeping);
            model.penCaseProperty().addListener((_, before, now) -> {
                if (before.slots().size() != now.slots().size()) {
                    frame.reloadActs();
                }
            });
            resume(model);
            Desk desk = new Desk(model, frame.looks(), new DeskTools(images, batch.making(), scans, settings, spelling,
                    clock, start.opener(), start.links(), frame::find, start.simulated().tablet(),
                    Sounds.of(start.simulated().voice()), this::closeHeld));
            frame.show(desk);
            then.accept(desk);
        });
    }

    /**
     * The desk resumes where it was left, as long as the batch stays open: with the same student, along the same list.
     */
    private void resume(DeskModel model) {
        onDesk.filter(s -> model.batch().position(s) >= 0).ifPresent(model::open);
        followed.ifPresent(model.walk()::resume);
        model.submissionProperty().addListener((_, _, now) -> onDesk = Optional.of(now.student().key()));
        model.walk().followedProperty().addListener((_, _, now) -> followed = now);
    }

    /** The words of a scan are available, wherever the marker is now. */
    private void scanned(Workspace of, String document) {
        if (frame.place() instanceof Desk desk && desk.model().workspace() == of) {
            desk.reloadWords(document);
        }
    }

    /** Opens a batch for handing back; while its work is running, it is the same place as before. */
    public void toHandBack(Path folder) {
        batch.open(folder, opened -> {
            if (handingBack.filter(h -> h.isOf(opened)).isEmpty()) {
                HandBackModel model = new HandBackModel(opened, background, clock,
                        text -> unknownWords(opened, text),
                        new HandBackModel.Records(services, start.recordOffice(), start.token()));
                HandBack place = new HandBack(model, start.token(), new HandBack.Ways(this::toShelf,
                        (student, finding) -> toDesk(folder, desk -> student.ifPresent(s -> desk.goTo(s, finding))),
                        students -> toLetters(folder, students)));
                model.messageProperty().addListener((_, _, said) -> frame.showMessageFrom(place, said));
                model.troubleProperty().addListener((_, _, trouble) -> frame.showMessageFrom(place, trouble));
                handingBack = Optional.of(place);
            }
            frame.show(handingBack.orElseThrow());
        });
    }

    /** Opens a batch's mark book; on return it is as it was left. */
    public void toMarkBook(Path folder) {
        batch.open(folder, opened -> {
            if (markBook.filter(b -> b.isOf(opened)).isEmpty()) {
                BookModel model = new BookModel(opened, settings.book(), SerialExecutor.thread());
                model.habitProperty().addListener((_, _, now) -> keeping.execute(() -> settings.save(now)));
                ObjectProperty<List<SavedList>> lists = new SimpleObjectProperty<>(settings.lists());
                lists.addListener((_, _, now) -> keeping.execute(() -> settings.keepLists(now)));
                markBook = Optional.of(new BookPlace(model, SerialExecutor.thread(), lists, new BookPlace.Ways(
                        (student, column) -> toDesk(folder, desk -> desk.goTo(student, criterion(column))),
                        (name, students) -> toDesk(folder,
                                desk -> desk.model().walk().follow(new Walk.Followed(name, students))),
                        start.opener())));
            }
            frame.show(markBook.orElseThrow());
        });
    }

    private static String criterion(Column column) {
        return column instanceof Column.OfCriterion(String id) ? id : "";
    }

    /** Opens a batch for writing to its students. */
    public void toLetters(Path folder) {
        toLetters(folder, Set.of());
    }

    private void toLetters(Path folder, Set<StudentKey> students) {
        batch.open(folder, opened -> {
            if (opened.batch().isCovered()) {
                throw new Problem(UiText.of("Letters.covered"));
            }
            LettersModel model = new LettersModel(opened, background, clock, SerialExecutor.thread(),
                    () -> handingBack.filter(h -> h.isOf(opened)).map(HandBack::unopened).orElse(Set.of()));
            if (!students.isEmpty()) {
                model.choose(students);
            }
            showLetters(model, folder);
        });
    }

    private void showLetters(LettersModel model, Path folder) {
        frame.show(new Letters(model, settings.mail().orElse(MailHabit.onThisMachine(start.mailPort())),
                habit -> keeping.execute(() -> settings.save(habit)), this::toShelf,
                () -> toHandBack(folder)));
    }

    private List<String> unknownWords(Workspace opened, String text) {
        return spelling.unknown(text, opened.batch().aids().language()).stream().map(Spelling.Unknown::text).toList();
    }

    /** Opens a batch's mark scheme. */
    public void toScheme(Path folder) {
        batch.open(folder, opened -> frame.show(new SchemePlace(new SchemeModel(opened, serial), start.opener())));
    }

    /** Opens a batch's phrasebook. */
    public void toPhrasebook(Path folder) {
        batch.open(folder, opened -> frame.show(new PhrasebookPlace(new PhrasebookModel(opened, serial))));
    }

    /** Ends the program's work: background work is stopped, batches are closed and the last settings are saved. */
    void end() {
        background.cancel();
        close();
        collecting.end();
        batch.closeHeld();
        keeping.shutdown();
        try {
            batch.awaitClosed();
            if (!keeping.awaitTermination(3, TimeUnit.SECONDS)) {
                LOG.warn("The settings could not be kept in time");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Closes the open batch. */
    public void close() {
        batch.close();
    }

    /** The program's reactions when batches open and close. */
    private final class BatchListener implements OpenBatch.Listener {
        @Override
        public void show(String text) {
            frame.showMessage(text);
        }

        @Override
        public void warn(String text) {
            frame.warn(text);
        }

        @Override
        public void refuse(Problem problem) {
            shelf.showProblem(problem.getMessage());
            toShelf();
        }

        @Override
        public boolean isInUse(Path folder) {
            return collecting.isAddingTo(folder);
        }

        @Override
        public void leaving() {
            if (frame.place() != shelf) {
                frame.leave();
            }
            onDesk = Optional.empty();
            followed = Optional.empty();
        }

        @Override
        public void closing(Workspace closed) {
            handingBack = handingBack.filter(h -> !h.isOf(closed));
            markBook.filter(b -> b.isOf(closed)).ifPresent(b -> b.model().close());
            markBook = markBook.filter(b -> !b.isOf(closed));
        }
    }
}

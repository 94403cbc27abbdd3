package org.epiglyph.desktop.collect;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Planning;
import org.epiglyph.core.Problem;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.exchange.sheet.TypedRoster;
import org.epiglyph.exchange.sheet.WrittenTime;
import org.epiglyph.workspace.BatchFolder;
import org.slf4j.LoggerFactory;

/**
 * The steps of collecting, without any node: source, recognition, decisions, done. The token is held in memory only.
 */
public final class CollectModel {
    private final Path shelf;
    private final Beside beside;
    private final Background background;
    private final RecordServices services;
    private final Optional<Path> again;
    private final ObservableList<Task> tasks = FXCollections.observableArrayList();
    private final ObservableList<Path> places = FXCollections.observableArrayList();
    private final ObservableList<FileRow> rows = FXCollections.observableArrayList();
    private final ObjectProperty<CollectPlan> plan = new SimpleObjectProperty<>();
    private final Decisions decisions = new Decisions(plan);
    private final ObjectProperty<Done> done = new SimpleObjectProperty<>();
    private final StringProperty trouble = new SimpleStringProperty("");
    private final ObjectProperty<Path> scheme = new SimpleObjectProperty<>();
    private final ObjectProperty<Path> phrasebook = new SimpleObjectProperty<>();
    private final BooleanProperty coverNames = new SimpleBooleanProperty(false);
    private final StringProperty name = new SimpleStringProperty("");
    private RecordClient client;
    private Optional<Planning.FromFiles> lastRead = Optional.empty();
    /** Reads the source of the plan again. */
    private Optional<Background.Work<CollectPlan>> reading = Optional.empty();
    private boolean adding;

    /**
     * What was collected.
     *
     * @param batch   the batch's folder
     * @param summary the sentence that accounts for every file
     * @param aside   names of the files set aside
     * @param kept    names of the entries stored as they are or not stored, with the reasons
     */
    record Done(Path batch, String summary, List<String> aside, List<String> kept) {}

    /**
     * @param shelf    the folder in which the batch is made; its schemes, phrasebooks and filing rules are offered
     * @param services creates clients of record services
     * @param again    the batch that is added to; empty to make a new one
     */
    public CollectModel(Path shelf, Background background, RecordServices services, Optional<Path> again) {
        this.shelf = shelf;
        this.services = services;
        this.beside = new Beside(shelf, trouble::set);
        this.background = background;
        this.again = again;
        background.busyProperty().subscribe(busy -> adding &= busy);
    }

    /** True while files are being added to a batch, which must not be opened then. */
    boolean isAdding() {
        return adding;
    }

    boolean isUpdate() {
        return again.isPresent();
    }

    /** The name of the batch that is added to; empty for a new one. */
    String againName() {
        return again.map(a -> String.valueOf(a.getFileName())).orElse("");
    }

    /** Where the batch that is added to came from. */
    Origin origin() {
        try {
            return again.isPresent() ? Origin.read(new BatchFolder(again.get()).origin()) : Origin.FILES;
        } catch (Problem e) {
            trouble.set(e.getMessage());
            return Origin.FILES;
        }
    }

    ObservableList<Task> tasks() {
        return tasks;
    }

    /** The archives, folders and files to be read. */
    ObservableList<Path> places() {
        return places;
    }

    /** The plan; null before the source is read. */
    ObjectProperty<CollectPlan> planProperty() {
        return plan;
    }

    /** The files and the decisions about them. */
    Decisions decisions() {
        return decisions;
    }

    /** What was collected; null before it is done. */
    ObjectProperty<Done> doneProperty() {
        return done;
    }

    /** The last error message; empty if there is none. */
    StringProperty troubleProperty() {
        return trouble;
    }

    /** The mark scheme's table; null for one criterion worth the task's maximum. */
    ObjectProperty<Path> schemeProperty() {
        return scheme;
    }

    /** The phrasebook's table; null to begin with an empty one. */
    ObjectProperty<Path> phrasebookProperty() {
        return phrasebook;
    }

    /** The name of the batch's folder. */
    StringProperty nameProperty() {
        return name;
    }

    Background background() {
        return background;
    }

    // --- source

    /** Asks a record service for its tasks. */
    void connect(String address, String token) {
        trouble.set("");
        background.start(progress -> {
            progress.at(UiText.of("Collect.asking"), 0, 0);
            RecordClient asked = services.connect(address, token);
            List<Task> found = asked.tasks();
            client = asked;
            return found;
        }, found -> {
            tasks.setAll(found);
            if (found.isEmpty()) {
                trouble.set(UiText.of("Collect.noTasks"));
            }
        }, trouble::set);
    }

    void readTask(Task task) {
        RecordClient asked = client;
        lastRead = Optional.empty();
        read(progress -> Planning.fromRecord(asked, task.id(), again, progress), this::recognised);
    }

    /** Adds what was dropped or chosen, each place once. */
    void addPlaces(List<Path> more) {
        Set<Path> all = new LinkedHashSet<>(places);
        places.addAll(more.stream().filter(all::add).toList());
    }

    /**
     * Reads the places.
     *
     * @param sheet     the grade sheet; blank for one among the files, or none
     * @param title     the task's title; blank for the first place's name
     * @param due       as typed; blank for none
     * @param classList students as typed or pasted; blank for none
     */
    void readFiles(String sheet, String title, String due, String classList) {
        if (places.isEmpty() && sheet.isBlank() && classList.isBlank()) {
            trouble.set(UiText.of("Collect.missing"));
            return;
        }
        Optional<Instant> when = WrittenTime.read(due, ZoneId.systemDefault());
        if (!due.isBlank() && when.isEmpty()) {
            trouble.set(UiText.of("Collect.badDue", due.strip()));
            return;
        }
        try {
            var students = classList.isBlank()
                    ? List.<org.epiglyph.core.roster.Student>of()
                    : TypedRoster.read(classList).students();
            Optional<Path> table = sheet.isBlank() ? Optional.empty() : Optional.of(Path.of(sheet.strip()));
            readFiles(new Planning.FromFiles(List.copyOf(places), table, title.strip(), when, ZoneId.systemDefault(),
                    Duration.ZERO, Optional.empty(), students, beside.rules()));
        } catch (Problem e) {
            trouble.set(e.getMessage());
        }
    }

    private void readFiles(Planning.FromFiles from) {
        lastRead = Optional.of(from);
        read(progress -> Planning.fromFiles(from, again, progress), this::recognised);
    }

    /** The marker's input and decisions made meanwhile are kept. */
    private void readAgain(Planning.FromFiles from) {
        if (plan.get() == null) {
            readFiles(from);
            return;
        }
        lastRead = Optional.of(from);
        readAgain(progress -> Planning.fromFiles(from, again, progress));
    }

    private void readAgain(Background.Work<CollectPlan> work) {
        CollectPlan before = plan.get();
        trouble.set("");
        reading = Optional.of(work);
        background.start(progress -> work.run(progress).continuing(before), read -> {
            close();
            show(read);
        }, trouble::set);
    }

    /** Reads the source again if a batch is added to that may have changed meanwhile. Decisions are kept. */
    void refresh() {
        if (isUpdate() && plan.get() != null && !background.busyProperty().get()) {
            reading.ifPresent(this::readAgain);
        }
    }

    /** Reads the archives again with another encoding of names. */
    void readWithEncoding(Charset encoding) {
        lastRead.ifPresent(from -> readAgain(from.encoding(Optional.of(encoding))));
    }

    /** Reads the same source with further places. */
    void readMore(List<Path> more) {
        lastRead.ifPresent(from -> {
            addPlaces(more);
            readAgain(new Planning.FromFiles(List.copyOf(places), from.sheet(), from.title(), from.due(), from.zone(),
                    from.grace(), from.encoding(), from.students(), from.known()));
        });
    }

    private void read(Background.Work<CollectPlan> work, Consumer<CollectPlan> then) {
        trouble.set("");
        reading = Optional.of(work);
        background.start(work, then, trouble::set);
    }

    private void recognised(CollectPlan understood) {
        close();
        name.set(beside.freeName(understood.task().title()));
        String title = understood.task().title();
        scheme.set(Beside.find(beside.schemes(), title).orElse(null));
        phrasebook.set(Beside.find(beside.phrasebooks(), understood.task().module())
                .or(() -> Beside.find(beside.phrasebooks(), title))
                .orElse(null));
        show(understood);
    }

    private void show(CollectPlan understood) {
        plan.set(understood);
        decisions.begin();
    }

    /** What is stored beside the batches. */
    Beside beside() {
        return beside;
    }

    // --- understanding

    /** True to cover the names of a new batch. */
    BooleanProperty coverNamesProperty() {
        return coverNames;
    }

    /** True if names are covered in the batch that is added to; they are shown here. */
    boolean showsCovered() {
        return Collecting.isIntoCoveredBatch(plan.get());
    }

    /** Derives another plan of the same source. */
    @FunctionalInterface
    interface Change {
        CollectPlan of(CollectPlan plan) throws Problem;
    }

    /** Changes the plan, off the interface thread. */
    void change(Change change) {
        CollectPlan changing = plan.get();
        trouble.set("");
        background.start(progress -> {
            progress.at(UiText.of("Collect.understanding"), 0, 0);
            return change.of(changing);
        }, decisions::changeTo, trouble::set);
    }

    // --- done

    /** Makes the batch, or adds to it. */
    void make(Consumer<Path> made) {
        trouble.set("");
        if (isUpdate()) {
            addTo(again.get(), made);
            return;
        }
        CollectPlan understood = plan.get();
        String wanted = name.get().strip();
        if (wanted.isEmpty() || !wanted.equals(Beside.forNames(wanted)) || wanted.startsWith(".")) {
            trouble.set(UiText.of("Collect.badName"));
        } else if (understood.roster().students().isEmpty()) {
            trouble.set(UiText.of("Collect.nobody"));
        } else {
            make(understood, shelf.resolve(wanted), made);
        }
    }

    private void make(CollectPlan understood, Path target, Consumer<Path> made) {
        Path schemeFile = scheme.get();
        Path phraseFile = phrasebook.get();
        boolean covering = coverNames.get();
        background.start(
                progress -> CollectedBatch.create(understood, schemeFile, phraseFile, covering, target, progress),
                done -> finish(done, made), trouble::set);
    }

    private void addTo(Path batch, Consumer<Path> made) {
        CollectPlan understood = plan.get();
        background.start(progress -> CollectedBatch.within(understood, batch, progress), done -> finish(done, made),
                trouble::set);
        adding = true;
    }

    private void finish(CollectedBatch ready, Consumer<Path> made) {
        Path target = ready.batch();
        CollectPlan understood = plan.get();
        List<String> aside = understood.items()
                .stream()
                .filter(understood::isSetAside)
                .map(CollectPlan.Item::path)
                .toList();
        List<String> kept = understood.refusals().stream().map(r -> r.path() + ": " + r.reason().text()).toList();
        Done result = new Done(target, decisions.countText() + ready.remark().map(r -> " " + r.text()).orElse(""),
                aside, kept);
        close();
        done.set(result);
        made.accept(target);
    }

    /** Releases the source and clears everything that was shown of it. */
    void close() {
        end();
        if (plan.get() != null) {
            plan.set(null);
            decisions.end();
        }
    }

    /** Releases the source at the end of the program. */
    void end() {
        if (plan.get() != null) {
            try {
                plan.get().close();
            } catch (IOException e) {
                LoggerFactory.getLogger(CollectModel.class).warn("A source could not be closed", e);
            }
        }
    }
}

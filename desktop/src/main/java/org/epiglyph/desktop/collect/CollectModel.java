package org.epiglyph.desktop.collect;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.Planning;
import org.epiglyph.core.Problem;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.exchange.record.HttpRecordClient;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.sheet.PhraseTable;
import org.epiglyph.exchange.sheet.SchemeTable;
import org.slf4j.LoggerFactory;

/** The steps of collecting without any node: source, understanding, done. The token is held in memory only. */
public final class CollectModel {
    private final Path shelf;
    private final Background background;
    private final ObservableList<Task> tasks = FXCollections.observableArrayList();
    private final ObjectProperty<CollectPlan> plan = new SimpleObjectProperty<>();
    private final StringProperty trouble = new SimpleStringProperty("");
    private final ObjectProperty<Path> scheme = new SimpleObjectProperty<>();
    private final ObjectProperty<Path> phrasebook = new SimpleObjectProperty<>();
    private final StringProperty name = new SimpleStringProperty("");
    private RecordClient client;

    /** @param shelf the folder in which the batch will stand; its schemes and phrasebooks are offered */
    public CollectModel(Path shelf, Background background) {
        this.shelf = shelf;
        this.background = background;
    }

    ObservableList<Task> tasks() {
        return tasks;
    }

    /** What was understood; none before the source is read. */
    ObjectProperty<CollectPlan> planProperty() {
        return plan;
    }

    /** What went wrong last, in words; empty where nothing did. */
    StringProperty troubleProperty() {
        return trouble;
    }

    /** The mark scheme's table; none means one criterion worth the task's maximum. */
    ObjectProperty<Path> schemeProperty() {
        return scheme;
    }

    /** The phrasebook's table; none means that it begins empty. */
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

    /** Asks a record service for its tasks. */
    void connect(String address, String token) {
        trouble.set("");
        background.start(progress -> {
            progress.at(Words.of("Collect.asking"), 0, 0);
            RecordClient asked = HttpRecordClient.at(address, token);
            List<Task> found = asked.tasks();
            client = asked;
            return found;
        }, found -> {
            tasks.setAll(found);
            if (found.isEmpty()) {
                trouble.set(Words.of("Collect.noTasks"));
            }
        }, trouble::set);
    }

    void readTask(Task task) {
        read(progress -> Planning.fromRecord(client, task.id(), progress));
    }

    /** Reads a zip or folder with a grade sheet. */
    void readFiles(Path files, Path sheet, String title, Optional<Instant> due) {
        read(_ -> Planning.fromFiles(files, sheet, title, due, ZoneId.systemDefault()));
    }

    private void read(Background.Work<CollectPlan> work) {
        trouble.set("");
        background.start(work, this::understood, trouble::set);
    }

    private void understood(CollectPlan understood) {
        name.set(freeName(understood.task().title()));
        scheme.set(offered("mark schemes").stream()
                .filter(p -> named(p, understood.task().title()))
                .findFirst()
                .orElse(null));
        phrasebook.set(offered("phrasebooks").stream()
                .filter(p -> named(p, understood.task().module()) || named(p, understood.task().title()))
                .findFirst()
                .orElse(null));
        plan.set(understood);
    }

    private static boolean named(Path file, String title) {
        return file.getFileName().toString().equalsIgnoreCase(title + ".csv");
    }

    private String freeName(String title) {
        String plain = title.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", " ").strip();
        String free = plain;
        for (int n = 2; Files.exists(shelf.resolve(free)); n++) {
            free = plain + " " + n;
        }
        return free;
    }

    /** Tables kept beside the batches. */
    List<Path> offered(String folder) {
        Path kept = shelf.resolve(folder);
        List<Path> found = new ArrayList<>();
        if (Files.isDirectory(kept)) {
            try (Stream<Path> all = Files.list(kept)) {
                all.filter(p -> p.toString().endsWith(".csv")).sorted().forEach(found::add);
            } catch (IOException e) {
                LoggerFactory.getLogger(CollectModel.class).warn("Kept tables cannot be listed", e);
            }
        }
        return found;
    }

    /** Makes the batch and opens it. */
    void make(java.util.function.Consumer<Path> opened) {
        trouble.set("");
        CollectPlan understood = plan.get();
        String wanted = name.get().strip();
        if (wanted.isEmpty() || !wanted.equals(wanted.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", ""))
                || wanted.startsWith(".")) {
            trouble.set(Words.of("Collect.badName"));
            return;
        }
        Path schemeFile = scheme.get();
        Path phraseFile = phrasebook.get();
        background.start(progress -> {
            MarkScheme marks = schemeFile == null
                    ? MarkScheme.single(understood.task().maximum())
                    : SchemeTable.read(bytes(schemeFile), called(schemeFile));
            Phrasebook phrases = phraseFile == null
                    ? Phrasebook.EMPTY
                    : PhraseTable.read(bytes(phraseFile), called(phraseFile), marks);
            Path target = shelf.resolve(wanted);
            Collecting.carryOut(understood, marks, phrases, target, progress);
            return target;
        }, target -> {
            close();
            opened.accept(target);
        }, trouble::set);
    }

    private static String called(Path file) {
        return file.getFileName().toString();
    }

    private static byte[] bytes(Path file) throws Problem {
        try {
            return Files.readAllBytes(file);
        } catch (IOException e) {
            throw new Problem(Words.of("Collect.unreadable", file), e);
        }
    }

    /** Lets go of the source. */
    void close() {
        CollectPlan understood = plan.get();
        plan.set(null);
        if (understood != null) {
            try {
                understood.close();
            } catch (IOException e) {
                LoggerFactory.getLogger(CollectModel.class).warn("A source could not be let go", e);
            }
        }
    }
}

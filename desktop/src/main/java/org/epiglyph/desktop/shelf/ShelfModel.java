package org.epiglyph.desktop.shelf;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.epiglyph.core.Letters;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.settings.ShelfHabit;
import org.epiglyph.documents.TrialClass;
import org.epiglyph.places.FolderTree;
import org.epiglyph.places.TemporaryFolder;
import org.epiglyph.workspace.SafetyCopy;
import org.epiglyph.workspace.ShelfNote;
import org.slf4j.LoggerFactory;

/**
 * The batches of a folder, without any node: read again at each visit, off the interface thread, and shown as they
 * arrive.
 */
final class ShelfModel {
    /** Number of rows added at once while others are still read. */
    private static final int AT_ONCE = 16;
    private final Path folder;
    private final ObjectProperty<ShelfHabit> habit;
    private final Background background;
    private final Clock clock;
    private final SerialExecutor executor;
    private final ReadOnlyObjectWrapper<List<BatchLine>> lines = new ReadOnlyObjectWrapper<>(List.of());
    private final BooleanProperty complete = new SimpleBooleanProperty();
    private final StringProperty letters = new SimpleStringProperty("");
    private final StringProperty trouble = new SimpleStringProperty("");
    private final StringProperty message = new SimpleStringProperty("");
    private volatile long visits;

    ShelfModel(Path folder, ObjectProperty<ShelfHabit> habit, Background background, Clock clock,
            SerialExecutor executor) {
        this.folder = folder;
        this.habit = habit;
        this.background = background;
        this.clock = clock;
        this.executor = executor;
    }

    Path folder() {
        return folder;
    }

    /** The further folders, and the grouping. */
    ObjectProperty<ShelfHabit> habitProperty() {
        return habit;
    }

    /** Shows the batches of a further folder, too. */
    void addFolder(Path further) {
        Path whole = further.toAbsolutePath().normalize();
        if (!whole.equals(folder.toAbsolutePath().normalize())) {
            habit.set(habit.get().with(whole.toString()));
            refresh();
        }
    }

    /** Stops showing a further folder's batches; they stay where they are. */
    void removeFolder(String further) {
        habit.set(habit.get().without(further));
        refresh();
    }

    /** All batches so far, most urgent first. */
    ReadOnlyObjectProperty<List<BatchLine>> linesProperty() {
        return lines.getReadOnlyProperty();
    }

    /** True once all batches have been read. */
    BooleanProperty completeProperty() {
        return complete;
    }

    /** Search text for title, course or folder. */
    StringProperty lettersProperty() {
        return letters;
    }

    StringProperty troubleProperty() {
        return trouble;
    }

    /** What was done, as text. */
    StringProperty messageProperty() {
        return message;
    }

    /** The batches that match the search. */
    List<BatchLine> found() {
        Letters wanted = Letters.of(letters.get());
        return lines.get().stream().filter(b -> wanted.areFoundIn(b.title() + " " + b.below())).toList();
    }

    /** Reads the folder. */
    void refresh() {
        long visit = ++visits;
        complete.set(false);
        List<String> further = habit.get().further();
        Thread.ofVirtual().start(() -> {
            List<BatchLine> found = new ArrayList<>();
            for (Path batch : batches(further)) {
                found.add(BatchLine.of(batch));
                if (found.size() % AT_ONCE == 0) {
                    publish(visit, List.copyOf(found), false);
                }
            }
            publish(visit, List.copyOf(found), true);
        });
    }

    /** Each visit shows its own rows. Until they arrive, those of the previous visit stay. */
    private void publish(long visit, List<BatchLine> found, boolean all) {
        List<BatchLine> ordered = found.stream().sorted(BatchLine.ORDER).toList();
        Platform.runLater(() -> {
            if (visit == visits && (all || ordered.size() > lines.get().size())) {
                lines.set(ordered);
                complete.set(all);
            }
        });
    }

    private List<Path> batches(List<String> further) {
        List<Path> all = new ArrayList<>();
        if (Files.isDirectory(folder)) {
            all.addAll(batches(folder));
        }
        for (String other : further) {
            if (isFolder(other)) {
                all.addAll(batches(Path.of(other)));
            } else {
                Platform.runLater(() -> trouble.set(UiText.of("Shelf.folderGone", other)));
            }
        }
        return all;
    }

    /** False also for what is not a path on this system: settings may come from another one. */
    private static boolean isFolder(String name) {
        try {
            return Files.isDirectory(Path.of(name));
        } catch (InvalidPathException e) {
            return false;
        }
    }

    private List<Path> batches(Path of) {
        try {
            return FolderTree.entries(of).stream().filter(ShelfModel::isBatch).toList();
        } catch (IOException e) {
            LoggerFactory.getLogger(ShelfModel.class).warn("The shelf cannot be read", e);
            Platform.runLater(() -> trouble.set(UiText.of("Shelf.unreadable", of)));
            return List.of();
        }
    }

    private static boolean isBatch(Path path) {
        return Files.isRegularFile(path.resolve("batch.sqlite")) && !path.getFileName().toString().startsWith(".");
    }

    /** Makes the work of an invented class, for collecting. */
    void tryAClass(TrialClass trial, Consumer<List<Path>> collect) {
        Path place = folder.resolve(UiText.of("Shelf.trialFolder")).resolve(UiText.of("Shelf.trialTask"));
        trouble.set("");
        executor.start(() -> {
            try {
                trial.make(place, folder);
            } catch (IOException e) {
                throw new Problem(UiText.of("Shelf.noTrial", folder), e);
            }
            return List.of(place);
        }, collect, trouble::set);
    }

    /** Changes a decision about a batch; stored in its folder. */
    void note(BatchLine batch, UnaryOperator<ShelfNote> change) {
        trouble.set("");
        ShelfNote note = change.apply(batch.note());
        executor.start(() -> {
            note.keep(batch.folder());
            return note;
        }, kept -> lines.set(lines.get()
                .stream()
                .map(b -> b.folder().equals(batch.folder()) ? b.withNote(kept) : b)
                .sorted(BatchLine.ORDER)
                .toList()), trouble::set);
    }

    /** Writes a safety copy of a batch, and opens it to verify it. */
    void copy(BatchLine batch, Path file) {
        work(() -> {
            try (TemporaryFolder scratch = TemporaryFolder.make("copy")) {
                SafetyCopy.write(batch.folder(), file, scratch.path(), clock);
            } catch (IOException e) {
                throw new Problem(UiText.of("Shelf.noScratch"), e);
            }
            return UiText.of("Shelf.copied", batch.title(), file);
        }, UiText.of("Shelf.copying", batch.title()));
    }

    /**
     * Puts copies, and batches from elsewhere, onto the shelf.
     *
     * @param others receives the places that are neither, if there are any
     */
    void addToShelf(List<Path> places, Consumer<List<Path>> others) {
        executor.start(() -> places.stream().filter(p -> isBatch(p) || isCopy(p)).toList(), own -> {
            if (!own.isEmpty()) {
                work(() -> addToShelf(own), UiText.of("Shelf.bringing"));
            }
            List<Path> rest = places.stream().filter(p -> !own.contains(p)).toList();
            if (!rest.isEmpty()) {
                others.accept(rest);
            }
        }, trouble::set);
    }

    /** One that fails does not stop the others. */
    private String addToShelf(List<Path> own) throws Problem {
        List<String> failed = new ArrayList<>();
        for (Path place : own) {
            try {
                if (isBatch(place)) {
                    SafetyCopy.copyFrom(place, folder);
                } else {
                    SafetyCopy.restore(place, folder);
                }
            } catch (Problem e) {
                failed.add(e.getMessage());
            }
        }
        String brought = UiText.of("Shelf.brought", own.size() - failed.size());
        if (!failed.isEmpty()) {
            throw new Problem((failed.size() < own.size() ? brought + " " : "") + String.join(" ", failed));
        }
        return brought;
    }

    private static boolean isCopy(Path place) {
        return place.toString().toLowerCase(Locale.ROOT).endsWith(".zip") && Files.isRegularFile(place)
                && SafetyCopy.isOne(place);
    }

    private interface Act {
        String run() throws Problem;
    }

    private void work(Act work, String named) {
        if (background.busyProperty().get()) {
            trouble.set(UiText.of("Frame.busy"));
            return;
        }
        trouble.set("");
        background.start(progress -> {
            progress.at(named, 0, 0);
            return work.run();
        }, text -> {
            message.set(text);
            refresh();
        }, text -> {
            trouble.set(text);
            refresh(); // a part of it may be done
        });
    }
}

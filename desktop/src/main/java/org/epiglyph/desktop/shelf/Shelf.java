package org.epiglyph.desktop.shelf;

import java.io.File;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.css.PseudoClass;
import javafx.event.Event;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.settings.ShelfHabit;

/** The shelf: every batch of a folder as a stack lying on it, most urgent first, and the way to a new one. */
public final class Shelf implements Place {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final double LEAST_HEIGHT = 240;
    private static final double LEAST_NAME = 140;
    private final ShelfModel model;
    private final Clock clock;
    private final Ways ways;
    private final Rows<ShelfItem> lines = new Rows<>("batches", this::row);
    private final ShelfItem.Folds folds = new ShelfItem.Folds();
    private final TextField find = new TextField();
    private final Button collect = new Button(UiText.of("Shelf.collect"));
    private final Button byCourse = new Button(UiText.of("Shelf.byCourse"));
    private final Label first = Form.text("", "tells");
    private final ShelfDoors doors;
    private final ScrollPane root;
    private boolean arriving;

    /**
     * Navigation from the shelf.
     *
     * @param desk         opens a batch at the desk
     * @param markBook     opens its mark book
     * @param handBack     opens it for handing back
     * @param collect      starts a new batch with files, or none yet
     * @param collectAgain collects further files into a batch
     * @param repair       writes a sound copy of a damaged batch
     */
    public record Ways(Consumer<Path> desk, Consumer<Path> markBook, Consumer<Path> handBack,
            Consumer<List<Path>> collect, Consumer<Path> collectAgain, Consumer<Path> repair) {}

    /**
     * @param folder where the batches are
     * @param habit  the marker's preferences for the shelf
     */
    public Shelf(Path folder, ObjectProperty<ShelfHabit> habit, Background background, Clock clock, Ways ways) {
        this.model = new ShelfModel(folder, habit, background, clock, SerialExecutor.thread());
        this.clock = clock;
        this.ways = ways;
        doors = new ShelfDoors(this::collect, trial -> model.tryAClass(trial, ways.collect));
        VBox content = new VBox(top(habit), Form.text(model.troubleProperty(), "notice", "shelf-trouble"),
                Form.text(model.messageProperty(), "tells", "shelf-said"), first, lines, new ShelfFolders(model));
        content.getStyleClass().add("sheet");
        root = new ScrollPane(content);
        root.setFitToWidth(true);
        root.setFitToHeight(true);
        root.getStyleClass().add("place");
        equipLines();
        acceptDropped();
        habit.addListener((_, _, _) -> refresh());
        model.linesProperty().addListener((_, _, _) -> refresh());
        model.completeProperty().addListener((_, _, _) -> refresh());
        model.lettersProperty().addListener((_, _, _) -> refresh());
    }

    private HBox top(ObjectProperty<ShelfHabit> habit) {
        Label heading = new Label(UiText.of("Shelf.heading"));
        heading.getStyleClass().add("heading");
        collect.setId("collect");
        collect.getStyleClass().add("main-button");
        collect.setOnAction(_ -> collect());
        find.setId("shelf-find");
        find.setPromptText(UiText.of("Shelf.find"));
        find.setAccessibleText(UiText.of("Shelf.find"));
        find.textProperty().bindBidirectional(model.lettersProperty());
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        byCourse.setId("by-course");
        byCourse.getStyleClass().add("filter");
        byCourse.setOnAction(_ -> habit.set(habit.get().withByCourse(!habit.get().byCourse())));
        HBox top = new HBox(heading, space, byCourse, find, collect);
        top.getStyleClass().add("page-head");
        return top;
    }

    private void equipLines() {
        VBox.setVgrow(lines, Priority.ALWAYS);
        lines.setMinHeight(LEAST_HEIGHT);
        lines.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER && act()) {
                e.consume();
            }
        });
        lines.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            boolean bare = !e.isShortcutDown() && !e.isAltDown();
            if (bare && (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.UP)) {
                step(e.getCode() == KeyCode.DOWN ? 1 : -1);
                e.consume();
            }
        });
    }

    private void acceptDropped() {
        root.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
                e.consume();
            }
        });
        root.setOnDragDropped(e -> {
            take(e.getDragboard().getFiles().stream().map(File::toPath).toList());
            e.setDropCompleted(true);
            e.consume();
        });
    }

    /** Batches and copies of them are put onto the shelf; anything else starts a new batch. */
    void take(List<Path> places) {
        model.addToShelf(places, ways.collect);
    }

    private void collect() {
        ways.collect.accept(List.of());
    }

    /** Shows why a batch could not be opened. */
    public void showProblem(String why) {
        model.troubleProperty().set(why);
    }

    @Override
    public void arrive() {
        model.refresh();
        arriving = true;
        Platform.runLater(this::focus);
    }

    /** Unchanged rows stay where they are, and with them the focus. */
    private void refresh() {
        boolean together = model.habitProperty().get().byCourse();
        byCourse.pseudoClassStateChanged(HERE, together);
        byCourse.setAccessibleText(
                together ? UiText.of("MarkBook.chosenSpoken", byCourse.getText()) : byCourse.getText());
        List<ShelfItem> items = folds.items(model.found(), together);
        lines.setPlaceholder(empty());
        List<ShelfItem> there = lines.getItems();
        if (there.size() <= items.size() && there.equals(items.subList(0, there.size()))) {
            there.addAll(items.subList(there.size(), items.size()));
        } else {
            lines.getItems().setAll(items);
        }
        Form.show(find, !model.linesProperty().get().isEmpty());
        Form.show(byCourse, model.linesProperty().get().size() > 1);
        showIntroduction();
        if (lines.getSelectionModel().getSelectedIndex() < 0) {
            step(1);
        }
        if (arriving && collect.isFocused()) {
            focus();
        }
    }

    private void showIntroduction() {
        Optional<BatchLine> fresh = model.linesProperty().get().size() == 1
                ? model.linesProperty().get().stream().filter(BatchLine::isFresh).findFirst()
                : Optional.empty();
        first.setText(fresh.map(f -> UiText.of("Shelf.first", f.title())).orElse(""));
        Form.show(first, fresh.isPresent());
    }

    /** Focuses the most urgent batch; on an empty shelf, the way to a batch. */
    private void focus() {
        if (root.getSkin() == null) {
            root.applyCss(); // until then nothing on it can take the focus
        }
        boolean none = lines.getItems().isEmpty();
        (none ? collect : lines).requestFocus();
        arriving = none;
    }

    /** Goes from batch to batch, skipping headings that are not folded. */
    private void step(int by) {
        int here = lines.getSelectionModel().getSelectedIndex();
        int next = here + by;
        while (next >= 0 && next < lines.getItems().size() && ShelfItem.isOpenHeading(lines.getItems().get(next))) {
            next += by;
        }
        if (next >= 0 && next < lines.getItems().size()) {
            lines.getSelectionModel().select(next);
            lines.scrollTo(Math.max(0, next - 1));
        }
    }

    /** The empty shelf has two doors. */
    private Node empty() {
        boolean none = model.linesProperty().get().isEmpty();
        if (none && model.completeProperty().get()) {
            return doors;
        }
        Label empty = new Label(model.completeProperty().get() ? UiText.of("Shelf.notFound") : "");
        empty.getStyleClass().add("empty");
        empty.setWrapText(true);
        StackPane pane = new StackPane(empty);
        StackPane.setAlignment(empty, Pos.TOP_LEFT);
        return pane;
    }

    // --- lines

    private Node row(ShelfItem item) {
        return switch (item) {
            case ShelfItem.Heading heading -> heading(heading);
            case ShelfItem.Stack(BatchLine batch) -> line(batch);
        };
    }

    private Node heading(ShelfItem.Heading heading) {
        Button button = new Button((heading.isFolded() ? "\u25b8  " : "") + heading.text());
        button.getStyleClass().add("shelf-group");
        button.setId("group-" + heading.name());
        button.setOnAction(_ -> fold(heading.name()));
        HBox row = new HBox(button);
        row.setOnMousePressed(Event::consume); // a click on a heading selects nothing
        return row;
    }

    private void fold(String name) {
        boolean closed = folds.toggle(name);
        refresh();
        int heading = ShelfItem.headingAt(lines.getItems(), name);
        lines.getSelectionModel().select(closed ? heading : heading + 1);
        lines.requestFocus(); // the heading's button was recreated, and the focus that it had must not go elsewhere
    }

    private Node line(BatchLine batch) {
        Label title = Form.text(batch.title(), "batch-title");
        Path place = batch.folder().toAbsolutePath().getParent();
        String elsewhere = place.equals(model.folder().toAbsolutePath()) ? "" : "  \u00b7  " + place;
        Label below = Form.text(StackText.below(batch, clock) + elsewhere, "hint");
        VBox names = new VBox(title, below);
        names.setMinWidth(LEAST_NAME);
        HBox.setHgrow(names, Priority.ALWAYS);
        Label figures = Form.text(StackText.figures(batch), "figures");
        HBox line = new HBox(names);
        line.getStyleClass().add("batch-line");
        batch.summary().ifPresentOrElse(s -> {
            VBox edge = new VBox(new ForeEdge(s.notches()), figures);
            edge.getStyleClass().add("shelf-edge");
            line.getChildren().add(edge);
        }, () -> line.getChildren().add(figures));
        if (!batch.isSound()) {
            Button sound = Form.button("Shelf.repair", "link-button", () -> ways.repair.accept(batch.folder()));
            sound.setAccessibleText(UiText.of("Shelf.repairSpoken", batch.title()));
            line.getChildren().add(sound);
        }
        if (batch.trouble().isEmpty()) {
            line.getChildren().addAll(main(batch), new StackMenu(batch, model, clock, ways));
        }
        return line;
    }

    /** The main act for the batch's state. */
    private Button main(BatchLine batch) {
        Button button = Form.button("Shelf.main." + batch.group(), "plain-button", () -> act(batch));
        button.setAccessibleText(UiText.of("Shelf.spoken", button.getText(), batch.title()));
        button.getStyleClass().add("shelf-main");
        return button;
    }

    private void act(BatchLine batch) {
        switch (batch.group()) {
            case TO_MARK -> ways.desk.accept(batch.folder());
            case TO_HAND_BACK -> ways.handBack.accept(batch.folder());
            case HANDED_BACK -> model.note(batch, n -> n.withArchived(true));
            case ARCHIVED -> model.note(batch, n -> n.withArchived(false));
        }
    }

    /** Does the main act of the selected row. */
    private boolean act() {
        return switch (lines.getSelectionModel().getSelectedItem()) {
            case ShelfItem.Stack(BatchLine batch) when batch.trouble().isEmpty() -> {
                act(batch);
                yield true;
            }
            case ShelfItem.Heading heading -> {
                fold(heading.name());
                yield true;
            }
            case null, default -> false;
        };
    }

    private void restore() {
        new FileDialog(root.getScene().getWindow(), UiText.of("Shelf.act.restore")).kind("ZIP", "*.zip")
                .open()
                .ifPresent(file -> model.addToShelf(List.of(file),
                        _ -> showProblem(UiText.of("Shelf.noCopy", file.getFileName()))));
    }

    ShelfModel model() {
        return model;
    }

    // --- the place

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Shelf.collect", "Shortcut+N", this::collect),
                Act.of("Shelf.act.find", "Shortcut+F", find::requestFocus),
                Act.of("Shelf.act.restore", "", this::restore),
                Act.of("Shelf.act.byCourse", "", byCourse::fire));
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty("");
    }
}

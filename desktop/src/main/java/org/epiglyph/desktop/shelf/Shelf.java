package org.epiglyph.desktop.shelf;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.Words;
import org.slf4j.LoggerFactory;

/** The shelf: every batch of a folder as a line in a register, and the way to a new one. */
public final class Shelf implements Place {
    /** Lines that come together while others are still read. */
    private static final int AT_ONCE = 16;
    private static final double LEAST_HEIGHT = 240;
    private static final double LEAST_NAME = 140;
    private final Path folder;
    private final Consumer<Path> toDesk;
    private final Consumer<Path> toHandBack;
    private final Runnable toCollect;
    private final Consumer<Path> toCollectAgain;
    private final Consumer<Path> repair;
    private final Rows<BatchLine> lines = new Rows<>("batches", this::line);
    private final Label trouble = new Label();
    private final ScrollPane root;
    private volatile long visits;

    /**
     * @param folder     where the batches are
     * @param toDesk     opens a batch at the desk
     * @param toHandBack opens a batch for handing back
     * @param toCollect  begins a new batch with files, or none yet
     * @param toCollectAgain collects further files into a batch
     * @param repair     writes a sound copy of a damaged batch
     */
    public Shelf(Path folder, Consumer<Path> toDesk, Consumer<Path> toHandBack, Consumer<List<Path>> toCollect,
            Consumer<Path> toCollectAgain, Consumer<Path> repair) {
        this.folder = folder;
        this.toDesk = toDesk;
        this.toHandBack = toHandBack;
        this.toCollect = () -> toCollect.accept(List.of());
        this.toCollectAgain = toCollectAgain;
        this.repair = repair;
        Label heading = new Label(Words.of("Shelf.heading"));
        heading.getStyleClass().add("heading");
        Button collect = new Button(Words.of("Shelf.collect"));
        collect.setId("collect");
        collect.getStyleClass().add("main-button");
        collect.setOnAction(_ -> this.toCollect.run());
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox top = new HBox(heading, space, collect);
        top.getStyleClass().add("page-head");
        trouble.getStyleClass().add("notice");
        trouble.setId("shelf-trouble");
        trouble.setWrapText(true);
        trouble.visibleProperty().bind(trouble.textProperty().isNotEmpty());
        trouble.managedProperty().bind(trouble.visibleProperty());
        Label where = new Label(Words.of("Shelf.where", folder));
        where.getStyleClass().add("hint");
        VBox.setVgrow(lines, Priority.ALWAYS);
        lines.setMinHeight(LEAST_HEIGHT);
        lines.setOnKeyPressed(e -> {
            BatchLine chosen = lines.getSelectionModel().getSelectedItem();
            if (e.getCode() == KeyCode.ENTER && chosen != null && chosen.trouble().isEmpty()) {
                e.consume();
                toDesk.accept(chosen.folder());
            }
        });
        VBox content = new VBox(top, trouble, lines, where);
        content.getStyleClass().add("sheet");
        root = new ScrollPane(content);
        root.setFitToWidth(true);
        root.setFitToHeight(true);
        root.getStyleClass().add("place");
        root.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
                e.consume();
            }
        });
        root.setOnDragDropped(e -> {
            toCollect.accept(e.getDragboard().getFiles().stream().map(File::toPath).toList());
            e.setDropCompleted(true);
            e.consume();
        });
    }

    /** Says why a batch could not be opened. */
    public void complain(String why) {
        trouble.setText(why);
    }

    @Override
    public void arrive() {
        long visit = ++visits;
        Thread.ofVirtual().start(() -> {
            List<BatchLine> found = new ArrayList<>();
            for (Path batch : batches()) {
                found.add(BatchLine.of(batch));
                if (found.size() % AT_ONCE == 0) {
                    List<BatchLine> soFar = List.copyOf(found);
                    Platform.runLater(() -> show(visit, soFar, false));
                }
            }
            Platform.runLater(() -> show(visit, found, true));
        });
    }

    private List<Path> batches() {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(p -> Files.isRegularFile(p.resolve("batch.sqlite"))).sorted().toList();
        } catch (IOException | UncheckedIOException e) {
            LoggerFactory.getLogger(Shelf.class).warn("The shelf cannot be read", e);
            Platform.runLater(() -> complain(Words.of("Shelf.unreadable", folder)));
            return List.of();
        }
    }

    /** Lines that are as they were stay where they are, and with them the focus. */
    private void show(long visit, List<BatchLine> batches, boolean all) {
        if (visit != visits) {
            return; // a later visit shows its own
        }
        Label empty = new Label(all ? Words.of("Shelf.empty") : "");
        empty.getStyleClass().add("empty");
        empty.setWrapText(true);
        StackPane.setAlignment(empty, Pos.TOP_LEFT);
        lines.setPlaceholder(new StackPane(empty));
        List<BatchLine> there = lines.getItems();
        if (there.size() <= batches.size() && there.equals(batches.subList(0, there.size()))) {
            there.addAll(batches.subList(there.size(), batches.size()));
        } else if (all || there.size() <= batches.size()) {
            lines.getItems().setAll(batches);
        }
    }

    private static String figures(BatchLine batch) {
        if (!batch.trouble().isEmpty()) {
            return batch.trouble();
        }
        return batch.damage().isEmpty()
                ? Words.of("Shelf.figures", batch.received(), batch.students(), batch.scored(), batch.sealed(),
                        batch.back())
                : Words.of("Shelf.damaged", batch.damage());
    }

    private Node repairing(BatchLine batch) {
        Button sound = new Button(Words.of("Shelf.repair"));
        sound.getStyleClass().add("link-button");
        sound.setMinWidth(Region.USE_PREF_SIZE);
        sound.setOnAction(_ -> repair.accept(batch.folder()));
        sound.setAccessibleText(Words.of("Shelf.repairSpoken", batch.title()));
        return sound;
    }

    private Node line(BatchLine batch) {
        Label title = new Label(batch.title());
        title.getStyleClass().add("batch-title");
        Label module = new Label(batch.below());
        module.getStyleClass().add("hint");
        title.setWrapText(true);
        module.setWrapText(true);
        VBox names = new VBox(title, module);
        names.setMinWidth(LEAST_NAME);
        Label figures = new Label(figures(batch));
        figures.setWrapText(true);
        figures.getStyleClass().add("figures");
        figures.setMaxWidth(420);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        Button desk = new Button(Words.of("Shelf.toDesk"));
        desk.setOnAction(_ -> toDesk.accept(batch.folder()));
        desk.getStyleClass().add("plain-button");
        desk.setAccessibleText(Words.of("Shelf.toDeskSpoken", batch.title()));
        Button back = new Button(Words.of("Shelf.toHandBack"));
        back.setOnAction(_ -> toHandBack.accept(batch.folder()));
        back.getStyleClass().add("link-button");
        back.setAccessibleText(Words.of("Shelf.toHandBackSpoken", batch.title()));
        Button again = new Button(Words.of("Shelf.collectAgain"));
        again.setOnAction(_ -> toCollectAgain.accept(batch.folder()));
        again.getStyleClass().add("link-button");
        again.setAccessibleText(Words.of("Shelf.collectAgainSpoken", batch.title()));
        desk.setDisable(!batch.trouble().isEmpty());
        for (Button button : List.of(desk, back, again)) {
            button.setMinWidth(Region.USE_PREF_SIZE); // words give way before a way out does
        }
        boolean sound = batch.trouble().isEmpty() && batch.damage().isEmpty();
        HBox line = new HBox(names, space, figures);
        if (sound) {
            line.getChildren().addAll(again, back);
        } else {
            line.getChildren().add(repairing(batch));
        }
        line.getChildren().add(desk);
        line.getStyleClass().add("batch-line");
        return line;
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Shelf.collect", "Shortcut+N", toCollect));
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty("");
    }

    @Override
    public ObservableValue<String> aside() {
        return new SimpleStringProperty("");
    }
}

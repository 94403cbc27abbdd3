package org.epiglyph.desktop.collect;

import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.application.Platform;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.UiText;

/** The first step: a record service, or archives, folders and files. */
final class SourceStep {
    private static final DateTimeFormatter DUE = DateTimeFormatter.ofPattern("EEEE d MMMM yyyy, HH:mm", Locale.ENGLISH);
    private static final double FOCUS_RING = 4;
    private static final double PLACE_HEIGHT = 48;
    private static final double PLACE_PADDING = 14;
    private static final int MOST_PLACES = 6;
    private final CollectModel model;
    private final TextField address = new TextField();
    private final PasswordField token = new PasswordField();
    private final VBox taskList = new VBox();
    private final Rows<Path> placeList = new Rows<>("places", this::place);
    private final TextField sheet = new TextField();
    private final TextField title = new TextField();
    private final TextField due = new TextField();
    private final TextArea classList = new TextArea();
    private final Button choose = Form.button("Collect.chooseFiles", "plain-button", this::chooseFiles);
    private final Button read = Form.button("Collect.readFiles", "main-button", this::readFiles);
    private final ScrollPane root;

    SourceStep(CollectModel model, String knownAddress, String knownToken) {
        this.model = model;
        String before = model.origin().address();
        address.setText(before.isEmpty() ? knownAddress : before);
        token.setText(knownToken);
        VBox record = fromRecord();
        VBox disk = fromFiles();
        HBox.setHgrow(record, Priority.ALWAYS);
        HBox.setHgrow(disk, Priority.ALWAYS);
        HBox both = new HBox(disk, record);
        both.getStyleClass().add("two-columns");
        both.setPadding(new Insets(FOCUS_RING)); // else the edge would cut off the focus ring
        root = new ScrollPane(both);
        root.setFitToWidth(true);
        root.setTranslateX(-FOCUS_RING);
        model.tasks().addListener((ListChangeListener<Task>) _ -> showTasks());
        model.places().addListener((ListChangeListener<Path>) _ -> {
            showPlaces();
            Platform.runLater(this::focus);
        });
        read.sceneProperty().addListener((_, _, _) -> Platform.runLater(this::focus)); // a scroll pane creates its content later
    }

    Node node() {
        return root;
    }

    // --- the record service

    private VBox fromRecord() {
        address.setId("office-address");
        token.setId("office-token");
        address.setPromptText(UiText.of("Collect.addressPrompt"));
        Button ask = Form.button("Collect.ask", "plain-button",
                () -> model.connect(address.getText(), token.getText()));
        ask.setId("ask-office");
        VBox column = Form.column(UiText.of("Collect.fromRecord"), Form.labelled("Collect.address", address),
                Form.labelled("Collect.token", token), Form.hint("Collect.tokenHint"), ask, taskList);
        showTasks();
        return column;
    }

    private void showTasks() {
        taskList.getStyleClass().setAll("task-list");
        taskList.getChildren().setAll(model.tasks().stream().map(this::taskLine).toList());
    }

    private Node taskLine(Task task) {
        Label name = new Label(task.title());
        name.getStyleClass().add("batch-title");
        String when = task.due().map(d -> UiText.of("Collect.due", DUE.format(d.atZone(task.zone())))).orElse("");
        Label facts = new Label(task.module() + (when.isEmpty() ? "" : "  \u00b7  " + when));
        facts.getStyleClass().add("hint");
        facts.setWrapText(true);
        Button read = Form.button("Collect.read", "main-button", () -> model.readTask(task));
        read.setId("read-" + task.id());
        VBox box = new VBox(name, facts);
        HBox.setHgrow(box, Priority.ALWAYS);
        HBox line = new HBox(box, read);
        line.getStyleClass().add("batch-line");
        return line;
    }

    // --- files

    private VBox fromFiles() {
        sheet.setId("grade-sheet");
        title.setId("task-title");
        due.setId("task-due");
        due.setPromptText("2026-03-13 18:00");
        classList.setId("class-list");
        classList.setPrefRowCount(3);
        classList.setPromptText(UiText.of("Collect.classPrompt"));
        sheet.setPromptText(UiText.of("Collect.sheetPrompt"));
        title.setPromptText(UiText.of("Collect.titlePrompt"));
        choose.setId("choose-files");
        Button folder = Form.button("Collect.chooseFolder", "plain-button", this::chooseFolder);
        Button table = Form.button("Collect.chooseSheet", "plain-button",
                () -> choose("*.csv", "*.tsv", "*.txt", "*.xlsx").ifPresent(f -> sheet.setText(f.toString())));
        read.setId("read-files");
        showPlaceList();
        HBox choosing = new HBox(choose, folder);
        choosing.getStyleClass().add("field-line");
        VBox column = Form.column(UiText.of("Collect.fromFiles"), placeList, choosing,
                Form.labelled("Collect.sheet", sheet, table));
        if (!model.isUpdate()) {
            HBox both = new HBox(Form.labelled("Collect.title", title), Form.labelled("Collect.dueLabel", due));
            both.getChildren().forEach(n -> HBox.setHgrow(n, Priority.ALWAYS));
            both.getStyleClass().add("field-pair");
            column.getChildren().add(both);
        }
        column.getChildren().addAll(Form.labelledArea("Collect.classList", classList), read);
        return column;
    }

    private void showPlaceList() {
        placeList.getStyleClass().add("places");
        Label empty = new Label(UiText.of("Collect.dropHere"));
        empty.getStyleClass().add("drop-words");
        empty.setWrapText(true);
        placeList.setPlaceholder(empty);
        placeList.setItems(model.places());
        placeList.setFixedCellSize(PLACE_HEIGHT);
        placeList.setFocusTraversable(false); // its buttons can be focused
        showPlaces();
    }

    /** Focuses the next step: something to read, or reading it. */
    private void focus() {
        (model.places().isEmpty() ? choose : read).requestFocus();
    }

    private void readFiles() {
        model.readFiles(sheet.getText(), title.getText(), due.getText(), classList.getText());
    }

    /** As high as its rows, up to a few; more of them scroll. */
    private void showPlaces() {
        int lines = Math.clamp(model.places().size(), 2, MOST_PLACES);
        placeList.setMinHeight(lines * PLACE_HEIGHT + 2 * PLACE_PADDING);
        placeList.setPrefHeight(placeList.getMinHeight());
    }

    private Node place(Path place) {
        Label name = new Label(String.valueOf(place.getFileName()));
        Label where = new Label(String.valueOf(place.toAbsolutePath().getParent()));
        where.getStyleClass().add("hint");
        where.setTextOverrun(javafx.scene.control.OverrunStyle.CENTER_ELLIPSIS);
        VBox box = new VBox(name, where);
        HBox.setHgrow(box, Priority.ALWAYS);
        Button away = Form.button("Collect.removePlace", "link-button", () -> model.places().remove(place));
        away.setMinWidth(Region.USE_PREF_SIZE);
        away.setAccessibleText(UiText.of("Collect.removePlaceSpoken", place.getFileName()));
        HBox line = new HBox(box, away);
        line.getStyleClass().add("place-line");
        return line;
    }

    private void chooseFiles() {
        List<Path> files = dialog("Collect.filesToCollect").openSeveral();
        if (!files.isEmpty()) {
            model.addPlaces(files);
        }
    }

    private void chooseFolder() {
        dialog("Collect.folderToCollect").folder().ifPresent(f -> model.addPlaces(List.of(f)));
    }

    private FileDialog dialog(String title) {
        return new FileDialog(root.getScene().getWindow(), UiText.of(title));
    }

    private Optional<Path> choose(String... patterns) {
        return dialog("Collect.sheetFile").kind(UiText.of("Collect.tables"), patterns).open();
    }
}

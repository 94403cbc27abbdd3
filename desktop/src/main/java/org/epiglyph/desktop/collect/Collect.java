package org.epiglyph.desktop.collect;

import java.io.File;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.BusyPane;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.Words;

/** Collecting a batch: choose a source, see what was understood, make the batch. */
public final class Collect implements Place {
    private static final DateTimeFormatter DUE = DateTimeFormatter.ofPattern("EEEE d MMMM yyyy, HH:mm", Locale.ENGLISH);
    private final CollectModel model;
    private final Consumer<Path> opened;
    private final Runnable toShelf;
    private final VBox content = new VBox();
    private final ScrollPane root = new ScrollPane(content);
    private final StackPane step = new StackPane();
    private final TextField address = new TextField();
    private final PasswordField token = new PasswordField();
    private final VBox taskList = new VBox();
    private final TextField files = new TextField();
    private final TextField sheet = new TextField();
    private final TextField title = new TextField();
    private final TextField due = new TextField();

    /**
     * @param knownAddress a record service to begin with; may be empty
     * @param knownToken   its token; may be empty
     * @param opened       called with the batch's folder when it is made
     */
    public Collect(CollectModel model, String knownAddress, String knownToken, Consumer<Path> opened,
            Runnable toShelf) {
        this.model = model;
        this.opened = opened;
        this.toShelf = toShelf;
        address.setText(knownAddress);
        token.setText(knownToken);
        content.getStyleClass().add("sheet");
        root.setFitToWidth(true);
        root.getStyleClass().add("place");
        Label trouble = new Label();
        trouble.setId("collect-trouble");
        trouble.getStyleClass().add("notice");
        trouble.setWrapText(true);
        trouble.textProperty().bind(model.troubleProperty());
        trouble.visibleProperty().bind(trouble.textProperty().isNotEmpty());
        trouble.managedProperty().bind(trouble.visibleProperty());
        Label heading = new Label(Words.of("Collect.heading"));
        heading.getStyleClass().add("heading");
        content.getChildren().addAll(heading, trouble, new BusyPane(model.background()), step);
        step.disableProperty().bind(model.background().busyProperty());
        model.planProperty().addListener((_, _, plan) -> {
            if (plan != null) {
                step.getChildren().setAll(new Understanding(model, opened, this::back).node());
            }
        });
        model.tasks().addListener((javafx.collections.ListChangeListener<Task>) _ -> showTasks());
        step.getChildren().setAll(sources());
    }

    private void back() {
        model.close();
        step.getChildren().setAll(sources());
    }

    private Node sources() {
        VBox record = fromRecord();
        VBox disk = fromFiles();
        HBox.setHgrow(record, Priority.ALWAYS);
        HBox.setHgrow(disk, Priority.ALWAYS);
        HBox both = new HBox(record, disk);
        both.getStyleClass().add("two-columns");
        return both;
    }

    private VBox fromRecord() {
        address.setId("office-address");
        token.setId("office-token");
        address.setPromptText(Words.of("Collect.addressPrompt"));
        Button ask = new Button(Words.of("Collect.ask"));
        ask.setId("ask-office");
        ask.getStyleClass().add("plain-button");
        ask.setOnAction(_ -> model.connect(address.getText(), token.getText()));
        Label tokenHint = new Label(Words.of("Collect.tokenHint"));
        tokenHint.getStyleClass().add("hint");
        tokenHint.setWrapText(true);
        VBox column = column(Words.of("Collect.fromRecord"), labelled("Collect.address", address),
                labelled("Collect.token", token), tokenHint, ask, taskList);
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
        String when = task.due().map(d -> Words.of("Collect.due", DUE.format(d.atZone(task.zone())))).orElse("");
        Label facts = new Label(task.module() + (when.isEmpty() ? "" : "  \u00b7  " + when));
        facts.getStyleClass().add("hint");
        facts.setWrapText(true);
        Button read = new Button(Words.of("Collect.read"));
        read.setId("read-" + task.id());
        read.getStyleClass().add("main-button");
        read.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
        read.setOnAction(_ -> model.readTask(task));
        VBox words = new VBox(name, facts);
        HBox.setHgrow(words, Priority.ALWAYS);
        HBox line = new HBox(words, read);
        line.getStyleClass().add("batch-line");
        return line;
    }

    private VBox fromFiles() {
        files.setId("files");
        sheet.setId("grade-sheet");
        title.setId("task-title");
        due.setId("task-due");
        due.setPromptText("2026-03-13 18:00");
        Button zip = new Button(Words.of("Collect.chooseZip"));
        zip.getStyleClass().add("plain-button");
        zip.setOnAction(_ -> choose("*.zip").ifPresent(f -> fill(files, f)));
        Button folder = new Button(Words.of("Collect.chooseFolder"));
        folder.getStyleClass().add("plain-button");
        folder.setOnAction(_ -> Optional.ofNullable(new DirectoryChooser().showDialog(root.getScene().getWindow()))
                .ifPresent(f -> fill(files, f.toPath())));
        Button table = new Button(Words.of("Collect.chooseSheet"));
        table.getStyleClass().add("plain-button");
        table.setOnAction(_ -> choose("*.csv").ifPresent(f -> fill(sheet, f)));
        Button read = new Button(Words.of("Collect.readFiles"));
        read.setId("read-files");
        read.getStyleClass().add("plain-button");
        read.setOnAction(_ -> readFiles());
        return column(Words.of("Collect.fromFiles"), labelled("Collect.files", files, zip, folder),
                labelled("Collect.sheet", sheet, table),
                labelled("Collect.title", title), labelled("Collect.dueLabel", due), read);
    }

    private void readFiles() {
        Optional<Instant> when = Optional.empty();
        if (!due.getText().isBlank()) {
            try {
                when = Optional.of(LocalDateTime.parse(due.getText().strip().replace(' ', 'T'))
                        .atZone(ZoneId.systemDefault())
                        .toInstant());
            } catch (DateTimeException e) {
                model.troubleProperty().set(Words.of("Collect.badDue", due.getText()));
                return;
            }
        }
        if (files.getText().isBlank() || sheet.getText().isBlank() || title.getText().isBlank()) {
            model.troubleProperty().set(Words.of("Collect.missing"));
            return;
        }
        model.readFiles(Path.of(files.getText().strip()), Path.of(sheet.getText().strip()), title.getText().strip(),
                when);
    }

    private void fill(TextField field, Path path) {
        field.setText(path.toString());
        if (title.getText().isBlank() && field == files) {
            title.setText(path.getFileName().toString().replaceAll("(?i)\\.zip$", ""));
        }
    }

    private Optional<Path> choose(String pattern) {
        FileChooser chooser = new FileChooser();
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter(pattern, pattern));
        return Optional.ofNullable(chooser.showOpenDialog(root.getScene().getWindow())).map(File::toPath);
    }

    private static VBox column(String heading, Node... nodes) {
        Label label = new Label(heading);
        label.getStyleClass().add("subheading");
        VBox column = new VBox(label);
        column.getChildren().addAll(nodes);
        column.getStyleClass().add("form-column");
        return column;
    }

    private static VBox labelled(String key, TextField field, Button... buttons) {
        Label label = new Label(Words.of(key));
        label.setLabelFor(field);
        label.getStyleClass().add("field-label");
        HBox.setHgrow(field, Priority.ALWAYS);
        HBox line = new HBox(field);
        line.getStyleClass().add("field-line");
        line.getChildren().addAll(buttons);
        for (Button button : buttons) {
            button.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
        }
        return new VBox(label, line);
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Place.shelf", "Shortcut+DIGIT1", toShelf));
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty(Words.of("Collect.heading"));
    }

    @Override
    public ObservableValue<String> aside() {
        return new SimpleStringProperty("");
    }

    @Override
    public void leave() {
        model.background().cancel();
        model.close();
    }
}

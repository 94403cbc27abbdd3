package org.epiglyph.desktop.collect;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.FXCollections;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.desktop.frame.Words;

/** What was understood of a source: every file with its student and why, questions first, then who has nothing and what is late. */
final class Understanding {
    private final CollectModel model;
    private final CollectPlan plan;
    private final TableView<CollectPlan.Item> table = new TableView<>();
    private final Label count = new Label();
    private final Label nothing = new Label();
    private final Button make = new Button(Words.of("Collect.make"));
    private final Button setAside = new Button(Words.of("Collect.setAsideRest"));
    private final VBox root;

    /** @param back goes back to the choice of source */
    Understanding(CollectModel model, Consumer<Path> opened, Runnable back) {
        this.model = model;
        this.plan = model.planProperty().get();
        make.setId("make-batch");
        make.getStyleClass().add("main-button");
        make.setOnAction(_ -> model.make(opened));
        Button other = new Button(Words.of("Collect.otherSource"));
        other.getStyleClass().add("link-button");
        other.setOnAction(_ -> back.run());
        count.getStyleClass().add("count-line");
        count.setId("count-line");
        count.setWrapText(true);
        setAside.setId("set-aside-rest");
        setAside.getStyleClass().add("link-button");
        setAside.managedProperty().bind(setAside.visibleProperty());
        setAside.setOnAction(_ -> {
            plan.questions().forEach(q -> plan.decide(q, Optional.empty()));
            refresh();
        });
        HBox last = new HBox(setAside, other, make);
        last.getStyleClass().add("last-line");
        VBox side = side();
        VBox left = new VBox(count, table);
        HBox.setHgrow(left, Priority.ALWAYS);
        HBox columns = new HBox(left, side);
        columns.getStyleClass().add("two-columns");
        root = new VBox(columns, last);
        root.getStyleClass().add("understanding");
        fill();
        refresh();
    }

    Node node() {
        return root;
    }

    private VBox side() {
        TextField name = new TextField();
        name.setId("batch-name");
        name.textProperty().bindBidirectional(model.nameProperty());
        VBox side = new VBox(label("Collect.name", name), name);
        ComboBox<Path> scheme = choice(model.offered("mark schemes"), "Collect.noScheme");
        scheme.setId("scheme");
        scheme.valueProperty().bindBidirectional(model.schemeProperty());
        ComboBox<Path> phrases = choice(model.offered("phrasebooks"), "Collect.noPhrases");
        phrases.setId("phrasebook");
        phrases.valueProperty().bindBidirectional(model.phrasebookProperty());
        side.getChildren()
                .addAll(label("Collect.scheme", scheme), scheme, label("Collect.phrasebook", phrases), phrases);
        nothing.setWrapText(true);
        nothing.getStyleClass().add("side-words");
        side.getChildren().add(nothing);
        List<String> late = late();
        if (!late.isEmpty()) {
            side.getChildren().add(words(Words.of("Collect.late") + "\n" + String.join("\n", late)));
        }
        if (!plan.refusals().isEmpty()) {
            List<String> refused = plan.refusals().stream().map(r -> r.path() + ": " + r.reason()).toList();
            side.getChildren().add(words(Words.of("Collect.refused") + "\n" + String.join("\n", refused)));
        }
        side.getStyleClass().add("side-column");
        return side;
    }

    private static Label label(String key, Node field) {
        Label label = new Label(Words.of(key));
        label.setLabelFor(field);
        label.getStyleClass().add("field-label");
        return label;
    }

    private static Label words(String text) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.getStyleClass().add("side-words");
        return label;
    }

    private static ComboBox<Path> choice(List<Path> offered, String none) {
        ComboBox<Path> box = new ComboBox<>();
        box.getItems().add(null);
        box.getItems().addAll(offered);
        box.setMaxWidth(Double.MAX_VALUE);
        box.setConverter(new StringConverter<>() {
            @Override
            public String toString(Path file) {
                return file == null ? Words.of(none) : file.getFileName().toString().replaceAll("\\.csv$", "");
            }

            @Override
            public Path fromString(String text) {
                throw new UnsupportedOperationException("The choice is not typed");
            }
        });
        return box;
    }

    private List<String> late() {
        List<String> late = new ArrayList<>();
        for (CollectPlan.Item item : plan.items()) {
            Optional<Lateness> lateness = plan.lateness(item).filter(Lateness::isLate);
            if (lateness.isPresent()) {
                late.add(plan.studentOf(item).map(this::name).orElse(item.path()) + ": " + lateness.get().inWords());
            }
        }
        return late;
    }

    private String name(StudentKey key) {
        return plan.roster().student(key).name();
    }

    private void fill() {
        List<CollectPlan.Item> ordered = new ArrayList<>(plan.questions());
        plan.items().stream().filter(i -> !ordered.contains(i)).forEach(ordered::add);
        table.setId("files-table");
        table.setItems(FXCollections.observableArrayList(ordered));
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        TableColumn<CollectPlan.Item, String> file = new TableColumn<>(Words.of("Collect.columnFile"));
        file.setCellValueFactory(c -> new ReadOnlyStringWrapper(c.getValue().path()));
        file.setPrefWidth(260);
        TableColumn<CollectPlan.Item, CollectPlan.Item> student = new TableColumn<>(Words.of("Collect.columnStudent"));
        student.setCellValueFactory(c -> new javafx.beans.property.ReadOnlyObjectWrapper<>(c.getValue()));
        student.setCellFactory(_ -> new StudentCell(plan, this::refresh));
        student.setPrefWidth(220);
        TableColumn<CollectPlan.Item, String> why = new TableColumn<>(Words.of("Collect.columnWhy"));
        why.setCellValueFactory(c -> new ReadOnlyStringWrapper(why(c.getValue())));
        table.getColumns().setAll(List.of(file, student, why));
        table.setFixedCellSize(34);
        table.setPrefHeight(470);
    }

    private String why(CollectPlan.Item item) {
        String late = plan.lateness(item).filter(Lateness::isLate).map(l -> "  \u00b7  " + l.inWords()).orElse("");
        String handIn = item.handIn() > 1 ? "  \u00b7  " + Words.of("Ledger.handIn", item.handIn()) : "";
        return (plan.isDecided(item) ? Words.of("Collect.youDecided") : item.match().evidence()) + handIn + late;
    }

    private void refresh() {
        int all = plan.items().size();
        int questions = plan.questions().size();
        long aside = plan.items().stream().filter(i -> plan.isDecided(i) && plan.studentOf(i).isEmpty()).count();
        count.setText(
                Words.of("Collect.count", all, all - questions - aside, questions, aside, plan.refusals().size()));
        List<Student> without = plan.nothingFrom();
        nothing.setText(without.isEmpty()
                ? Words.of("Collect.everybody")
                : Words.of("Collect.nothingFrom", without.size()) + "\n"
                        + String.join("\n", without.stream().map(s -> s.name() + "  " + s.key()).toList()));
        make.setDisable(questions > 0);
        setAside.setVisible(questions > 0);
        table.refresh();
    }
}

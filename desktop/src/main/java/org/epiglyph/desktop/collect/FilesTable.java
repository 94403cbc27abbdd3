package org.epiglyph.desktop.collect;

import org.epiglyph.desktop.frame.Form;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.css.PseudoClass;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.archive.PathCheck;

/** Every file with its student and the reason, filterable; a row can be dragged onto a student. */
final class FilesTable {
    /** A name without spaces that would be cut off in a column of the usual width. */
    private static final Pattern UNBROKEN = Pattern.compile("[^ /]{31}");
    private static final double USUAL_NAME = 210;
    private static final double LONG_NAME = 282;
    private static final double STUDENT = 164;
    private static final double REASON = 236;
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final PseudoClass QUESTION = PseudoClass.getPseudoClass("question");
    private static final int ROW_HEIGHT = 46;
    private final CollectModel model;
    private final TableView<FileRow> table = new TableView<>();
    private final Map<RowFilter, Button> filters = new EnumMap<>(RowFilter.class);
    private final FlowPane filterLine = new FlowPane();
    private final Label count = new Label();
    private final TableColumn<FileRow, String> files = column("Collect.columnFile", this::file);
    private final TableColumn<FileRow, String> reasons = column("Collect.columnWhy", this::why);
    private final Button yesToLikely;
    private final Button setAside;
    private final VBox root;

    FilesTable(CollectModel model) {
        this.model = model;
        count.getStyleClass().add("count-line");
        count.setId("count-line");
        count.setWrapText(true);
        filterLine.getStyleClass().add("filter-line");
        yesToLikely = Form.button("Collect.acceptLikely", "plain-button", model.decisions()::acceptLikely);
        yesToLikely.setId("accept-likely");
        setAside = Form.button("Collect.setAsideRest", "link-button", model.decisions()::setAsideRest);
        setAside.setId("set-aside-rest");
        for (Button button : List.of(yesToLikely, setAside)) {
            button.managedProperty().bind(button.visibleProperty());
        }
        Region between = new Region(); // so that neither button moves to the other's place
        HBox.setHgrow(between, Priority.ALWAYS);
        HBox together = new HBox(yesToLikely, between, setAside);
        together.getStyleClass().add("field-line");
        VBox.setVgrow(table, Priority.ALWAYS);
        root = new VBox(count, filterLine, table, together);
        root.getStyleClass().add("files-column");
        fill();
        model.decisions().versionProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    Node node() {
        return root;
    }

    /** Starts with another source: the columns are sized for its names. */
    void begin() {
        boolean isLong = model.planProperty().get().items().stream().anyMatch(i -> UNBROKEN.matcher(i.path()).find());
        files.setPrefWidth(isLong ? LONG_NAME : USUAL_NAME);
        reasons.setPrefWidth(REASON + USUAL_NAME - files.getPrefWidth());
    }

    void focus() {
        table.requestFocus();
        if (table.getSelectionModel().isEmpty() && !table.getItems().isEmpty()) {
            table.getSelectionModel().select(0);
        }
    }

    private void fill() {
        table.setId("files-table");
        table.setItems(model.decisions().rows());
        table.setFixedCellSize(ROW_HEIGHT);
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        Label empty = new Label(UiText.of("Collect.noRows"));
        empty.getStyleClass().add("hint");
        table.setPlaceholder(empty);
        TableColumn<FileRow, FileRow> student = new TableColumn<>(UiText.of("Collect.columnStudent"));
        student.setCellValueFactory(c -> new ReadOnlyObjectWrapper<>(c.getValue()));
        student.setCellFactory(_ -> new StudentCell());
        student.setPrefWidth(STUDENT);
        table.getColumns().setAll(List.of(files, student, reasons));
        table.setRowFactory(_ -> row());
        table.getSelectionModel().selectedItemProperty().addListener((_, _, row) -> {
            if (row != null) {
                model.decisions().chosenProperty().set(row);
            }
        });
        model.decisions().chosenProperty().addListener((_, _, row) -> select(row));
        select(model.decisions().chosenProperty().get());
    }

    private void select(FileRow row) {
        int at = model.decisions().rows().indexOf(row);
        boolean there = table.getSelectionModel().getSelectedIndex() == at
                && Objects.equals(row, table.getSelectionModel().getSelectedItem());
        if (at >= 0 && !there) {
            table.getSelectionModel().clearAndSelect(at);
            table.scrollTo(Math.max(0, at - 3));
        }
    }

    private static TableColumn<FileRow, String> column(String key,
            java.util.function.Function<FileRow, String> describe) {
        TableColumn<FileRow, String> column = new TableColumn<>(UiText.of(key));
        column.setCellValueFactory(c -> new ReadOnlyStringWrapper(describe.apply(c.getValue())));
        column.setCellFactory(_ -> new WholeTextCell());
        column.setSortable(true);
        return column;
    }

    /**
     * The beginning of a name identifies the student, so a long name is cut at the end; the tooltip shows all of it.
     */
    private static final class WholeTextCell extends TableCell<FileRow, String> {
        @Override
        protected void updateItem(String text, boolean empty) {
            super.updateItem(text, empty);
            setText(empty ? null : text);
            setWrapText(!empty && text != null && text.contains(" ")); // else a name would be broken within a word
            setTooltip(empty || text == null || text.length() < 40 ? null : wrapped(text));
        }
    }

    private static Tooltip wrapped(String text) {
        Tooltip tooltip = new Tooltip(text);
        tooltip.setWrapText(true);
        tooltip.setMaxWidth(480);
        return tooltip;
    }

    private TableRow<FileRow> row() {
        TableRow<FileRow> row = new TableRow<>() {
            @Override
            protected void updateItem(FileRow item, boolean empty) {
                super.updateItem(item, empty);
                pseudoClassStateChanged(QUESTION, !empty && item instanceof FileRow.Arrived(var arrived)
                        && model.planProperty().get() != null && model.planProperty().get().isQuestion(arrived));
            }
        };
        row.setOnDragDetected(e -> {
            if (row.getItem() instanceof FileRow.Arrived) {
                row.startFullDrag();
                row.getScene().setCursor(Cursor.CLOSED_HAND);
                e.consume();
            }
        });
        row.setOnMouseReleased(_ -> row.getScene().setCursor(Cursor.DEFAULT));
        return row;
    }

    private String file(FileRow row) {
        return switch (row) {
            case FileRow.Arrived(var item) -> model.decisions().shown(item.path());
            case FileRow.Refused(var refusal) -> model.decisions().shown(refusal.path());
            case FileRow.Nothing _ -> UiText.of("Collect.nothingReceived");
            case FileRow.Gone(String path) -> PathCheck.printable(path);
        };
    }

    private String why(FileRow row) {
        CollectPlan plan = model.planProperty().get();
        return switch (row) {
            case FileRow.Arrived(var item) -> {
                String evidence = plan.isDecided(item)
                        ? UiText.of("Collect.youDecided")
                        : item.match().evidence().text();
                StringBuilder text = new StringBuilder(plan.isQuestion(item)
                        ? UiText.of("Collect.sure." + (item.match().likely().isPresent() ? "likely" : "open")) + ": "
                        : "");
                text.append(evidence);
                if (plan.isUpdate()) {
                    text.insert(0, UiText.of("Collect.news." + item.news().name()) + "  \u00b7  ");
                }
                int handIn = plan.handIn(item);
                text.append(handIn > 1 ? "  \u00b7  " + UiText.of("Ledger.handIn", handIn) : "");
                plan.lateness(item)
                        .filter(Lateness::isLate)
                        .ifPresent(l -> text.append("  \u00b7  ").append(l.describe()));
                item.file().caution().ifPresent(caution -> text.append("  \u00b7  ").append(caution.text()));
                yield text.toString();
            }
            case FileRow.Refused(var refusal) -> refusal.reason().text();
            case FileRow.Gone _ -> UiText.of("Collect.goneStays");
            case FileRow.Nothing(Student student) -> student.section().isEmpty()
                    ? UiText.of("Collect.canBeScored")
                    : student.section() + "  \u00b7  " + UiText.of("Collect.canBeScored");
        };
    }

    private final class StudentCell extends TableCell<FileRow, FileRow> {
        StudentCell() {
            getStyleClass().add("student-cell");
        }

        @Override
        protected void updateItem(FileRow row, boolean empty) {
            super.updateItem(row, empty);
            setText(empty || row == null ? null : student(row));
            setWrapText(true);
        }
    }

    private String student(FileRow row) {
        CollectPlan plan = model.planProperty().get();
        if (plan == null) {
            return "";
        }
        return switch (row) {
            case FileRow.Arrived(var item) -> {
                Optional<StudentKey> student = plan.studentOf(item);
                if (student.isPresent()) {
                    yield name(plan, student.get());
                }
                yield plan.isSetAside(item)
                        ? UiText.of("Collect.setAside")
                        : item.match()
                                .likely()
                                .map(s -> UiText.of("Collect.perhaps", name(plan, s)))
                                .orElse(UiText.of("Collect.whose"));
            }
            case FileRow.Refused(var refusal) ->
                UiText.of(refusal.file().isPresent() ? "Collect.kept" : "Collect.notTaken");
            case FileRow.Nothing(Student student) -> name(plan, student.key());
            case FileRow.Gone(String path) -> plan.ownerBefore(path).map(s -> name(plan, s)).orElse("");
        };
    }

    private static String name(CollectPlan plan, StudentKey key) {
        String name = plan.roster().student(key).name();
        return name.equals(key.value()) ? name : name + "  " + key;
    }

    private void refresh() {
        CollectPlan plan = model.planProperty().get();
        if (plan == null) {
            return;
        }
        count.setText(model.decisions().countText());
        long likely = plan.questions().stream().filter(q -> q.match().likely().isPresent()).count();
        yesToLikely.setText(UiText.of("Collect.acceptLikely", likely));
        yesToLikely.setVisible(likely > 0);
        setAside.setVisible(!plan.questions().isEmpty());
        filterLine.getChildren().clear();
        for (RowFilter filter : RowFilter.values()) {
            long lines = model.decisions().countOf(filter);
            boolean offered = filter == RowFilter.ALL || lines > 0 && (filter != RowFilter.NEWS || plan.isUpdate())
                    || filter == model.decisions().filterProperty().get();
            if (offered) {
                Button button = filters.computeIfAbsent(filter, this::filterButton);
                button.setText(UiText.of("Collect.filter." + filter.name(), lines));
                button.pseudoClassStateChanged(HERE, filter == model.decisions().filterProperty().get());
                filterLine.getChildren().add(button);
            }
        }
        table.refresh();
        select(model.decisions().chosenProperty().get());
    }

    private Button filterButton(RowFilter filter) {
        Button button = new Button();
        button.getStyleClass().add("filter");
        button.setId("filter-" + filter.name());
        button.setOnAction(_ -> model.decisions().filter(filter));
        return button;
    }
}

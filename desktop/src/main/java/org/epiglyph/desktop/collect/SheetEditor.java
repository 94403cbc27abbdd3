package org.epiglyph.desktop.collect;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javafx.collections.FXCollections;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Student;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.exchange.sheet.SheetFile;
import org.epiglyph.exchange.sheet.SheetRoles;
import org.epiglyph.exchange.table.Table;
import org.epiglyph.exchange.table.TableBytes;

/** Assigns meanings to the grade sheet's columns, with the sheet itself below and the consequences. */
final class SheetEditor implements Editor {
    private static final int ROWS = 10;
    private static final int MOST_COLUMNS = 60;
    private static final int HEADER_ROWS = 40;
    private static final int SHOWN_LETTERS = 26;
    private final CollectModel model;
    private final ComboBox<Table> table = new ComboBox<>();
    private final ComboBox<Integer> header = new ComboBox<>();
    private final GridPane grid = new GridPane();
    private final Label message = Form.text("", "finding-words");
    private final Button use;
    private final HBox where = new HBox();
    private final VBox root;
    private Optional<SheetFile> file = Optional.empty();
    private SheetRoles roles;
    private boolean filling;

    SheetEditor(CollectModel model, Runnable close) {
        this.model = model;
        message.setId("sheet-said");
        use = Form.button("Collect.sheet.use", "main-button", () -> {
            SheetFile chosen = file.orElseThrow();
            SheetRoles wanted = roles;
            close.run();
            model.change(p -> p.withSheet(Optional.of(GradeSheet.of(chosen, wanted))));
        });
        use.setId("use-sheet");
        Button none = Form.button("Collect.sheet.none", "link-button", () -> {
            close.run();
            model.change(p -> p.withSheet(Optional.empty()));
        });
        Button another = Form.button("Collect.sheet.another", "link-button", this::open);
        Button cancel = Form.button("Collect.cancel", "link-button", close);
        cancel.setId("cancel");
        fillTable();
        where.getStyleClass().add("field-pair");
        grid.getStyleClass().add("sheet-grid");
        ScrollPane scroll = new ScrollPane(grid);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        root = new VBox(Form.text(UiText.of("Collect.sheet.heading"), "subheading"), Form.hint("Collect.sheet.hint"),
                where, scroll,
                message, Form.lastLine(another, none, cancel, use));
        root.getStyleClass().add("editor");
        model.planProperty().get().sheet().ifPresentOrElse(s -> show(s.file(), s.roles()), this::showNone);
    }

    private void fillTable() {
        table.setConverter(Form.shownAs(t -> t.name()));
        header.setConverter(Form.shownAs(h -> UiText.of("Collect.sheet.line", h + 1)));
        table.valueProperty().addListener((_, _, chosen) -> rebuild(chosen, 0, true));
        header.valueProperty().addListener((_, _, row) -> rebuild(table.getValue(), row == null ? 0 : row, false));
        header.setId("sheet-header");
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public Node first() {
        return header;
    }

    private void open() {
        new FileDialog(root.getScene().getWindow(), UiText.of("Collect.sheet.another"))
                .kind(UiText.of("Collect.tables"), "*.csv", "*.tsv", "*.txt", "*.xlsx")
                .open()
                .ifPresent(this::read);
    }

    /** Reads another sheet in the background; if that fails, the present one stays. */
    void read(Path path) {
        model.background().start(_ -> {
            try {
                return SheetFile.read(TableBytes.read(path), String.valueOf(path.getFileName()));
            } catch (IOException e) {
                throw new Problem(UiText.of("Collect.unreadable", path), e);
            }
        }, read -> show(read, SheetRoles.recognise(read)), message::setText);
    }

    private void showNone() {
        message.setText(UiText.of("Collect.noSheet"));
        use.setDisable(true);
    }

    private void show(SheetFile read, SheetRoles recognised) {
        filling = true;
        file = Optional.of(read);
        roles = recognised;
        table.getItems().setAll(read.tables());
        table.setValue(read.tables().get(roles.table()));
        fillHeaders();
        where.getChildren().setAll(new VBox(Form.label("Collect.sheet.header", header), header));
        if (read.tables().size() > 1) {
            where.getChildren().addFirst(new VBox(Form.label("Collect.sheet.table", table), table));
        }
        filling = false;
        fill();
    }

    private void fillHeaders() {
        int rows = Math.min(HEADER_ROWS, Math.max(1, table.getValue().rowCount()));
        header.getItems().setAll(java.util.stream.IntStream.range(0, rows).boxed().toList());
        header.setValue(Math.min(roles.header(), rows - 1));
    }

    private void rebuild(Table chosen, int row, boolean otherTable) {
        if (filling || file.isEmpty() || chosen == null) {
            return;
        }
        filling = true;
        int number = file.get().tables().indexOf(chosen);
        roles = SheetRoles.at(file.get(), number, row);
        if (otherTable) {
            fillHeaders();
        }
        filling = false;
        fill();
    }

    private void fill() {
        grid.getChildren().clear();
        Table shown = table.getValue();
        int last = Math.min(shown.rowCount(), roles.header() + ROWS);
        int columns = 0;
        for (int row = roles.header(); row < last; row++) {
            columns = Math.clamp(shown.row(row).size(), columns, MOST_COLUMNS);
        }
        for (int column = 0; column < columns; column++) {
            grid.add(role(column), column, 0);
            for (int row = roles.header(); row < last; row++) {
                List<String> cells = shown.row(row);
                Label cell = new Label(column < cells.size() ? Form.line(cells.get(column), SHOWN_LETTERS) : "");
                cell.getStyleClass().add(row == roles.header() ? "sheet-heading" : "sheet-cell");
                cell.setMaxWidth(Double.MAX_VALUE);
                grid.add(cell, column, row - roles.header() + 1);
            }
        }
        showConsequences();
    }

    private Node role(int column) {
        ComboBox<Optional<Role>> box = new ComboBox<>(FXCollections.observableArrayList());
        box.getItems().add(Optional.empty());
        for (Role role : Role.values()) {
            box.getItems().add(Optional.of(role));
        }
        box.setId("role-" + column);
        box.setMinWidth(130);
        box.setConverter(Form.shownAs(r -> r.map(x -> UiText.of("Role." + x.name())).orElse(UiText.of("Role.none"))));
        box.setValue(roles.columns()
                .entrySet()
                .stream()
                .filter(e -> e.getValue() == column)
                .map(e -> Optional.of(e.getKey()))
                .findFirst()
                .orElse(Optional.empty()));
        box.valueProperty().addListener((_, before, after) -> {
            before.ifPresent(r -> roles = roles.with(r, OptionalInt.empty()));
            after.ifPresent(r -> roles = roles.with(r, OptionalInt.of(column)));
            fill();
        });
        return box;
    }

    private void showConsequences() {
        try {
            GradeSheet sheet = GradeSheet.of(file.orElseThrow(), roles);
            Student first = sheet.roster().students().getFirst();
            String score = roles.columns().containsKey(Role.SCORE) ? "" : " " + UiText.of("Collect.sheetNoScore");
            message.setText(UiText.of("Collect.class.read", sheet.roster().students().size(),
                    first.name() + " (" + first.key() + ")",
                    sheet.roster().students().getLast().name()) + score);
            use.setDisable(false);
        } catch (Problem e) {
            message.setText(e.getMessage());
            use.setDisable(true);
        }
    }
}

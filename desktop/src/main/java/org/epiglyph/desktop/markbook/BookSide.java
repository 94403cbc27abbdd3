package org.epiglyph.desktop.markbook;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.beans.property.ObjectProperty;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SerialExecutor;

/** The panel beside the sheet: one thing at a time, closed by the button that opened it. */
final class BookSide extends VBox {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final BookSheet sheet;
    private final PastePane paste;
    private final Map<String, Node> panes = new LinkedHashMap<>();
    private final Map<String, Button> openers = new LinkedHashMap<>();
    private Optional<String> open = Optional.empty();

    /**
     * @param lists the marker's saved lists
     * @param walk  walks along students at the desk, under a name
     */
    BookSide(BookModel model, SerialExecutor executor, BookSheet sheet, ObjectProperty<List<SavedList>> lists,
            BiConsumer<String, List<StudentKey>> walk) {
        this.sheet = sheet;
        paste = new PastePane(model, this::close);
        DecisionPane decisions = new DecisionPane(model, executor, sheet);
        panes.put("figures", new FiguresPane(model, executor, sheet, (grade, points) -> {
            show("decide");
            decisions.moveBoundary(grade, points);
        }));
        panes.put("decide", decisions);
        panes.put("course", new CoursePane(model, executor, sheet));
        panes.put("lists", new ListsPane(model, lists, walk));
        panes.put("columns", new ColumnsPane(model));
        for (String name : panes.keySet()) {
            Button button = Form.button("MarkBook.side." + name, "filter", () -> toggle(name));
            button.setId("book-" + name);
            openers.put(name, button);
        }
        getStyleClass().add("book-side");
        addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                close();
                e.consume();
            }
        });
        Form.show(this, false);
    }

    /** The buttons that open the panels. */
    Node openers() {
        HBox line = new HBox();
        line.getChildren().addAll(openers.values());
        line.getStyleClass().add("book-openers");
        line.setMinWidth(Region.USE_PREF_SIZE);
        return line;
    }

    private void toggle(String name) {
        if (open.equals(Optional.of(name))) {
            close();
        } else {
            show(name);
        }
    }

    private void show(String name) {
        show(Optional.of(name), panes.get(name));
    }

    private void show(Optional<String> name, Node pane) {
        open = name;
        openers.forEach((n, button) -> button.pseudoClassStateChanged(HERE, name.equals(Optional.of(n))));
        ScrollPane scroll = new ScrollPane(pane);
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().setAll(scroll);
        Form.show(this, true);
    }

    private void close() {
        open = Optional.empty();
        openers.values().forEach(button -> button.pseudoClassStateChanged(HERE, false));
        Form.show(this, false);
        sheet.requestFocus();
    }

    /** Previews what pasting would do. */
    void preview(ScorePlan plan) {
        paste.show(plan);
        show(Optional.of("paste"), paste);
        paste.focus();
    }

    List<Act> acts() {
        return List.of(Act.of("MarkBook.act.decide", "Shortcut+M", () -> toggle("decide")),
                Act.of("MarkBook.act.figures", "Shortcut+G", () -> toggle("figures")),
                Act.of("MarkBook.act.course", "", () -> toggle("course")),
                Act.of("MarkBook.act.lists", "Shortcut+L", () -> toggle("lists")),
                Act.of("MarkBook.act.columns", "", () -> toggle("columns")));
    }
}

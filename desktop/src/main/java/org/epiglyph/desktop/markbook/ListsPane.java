package org.epiglyph.desktop.markbook;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** Saved lists: the students shown in their order, under a name, for this batch and every other. */
final class ListsPane extends VBox {
    private final BookModel model;
    private final ObjectProperty<List<SavedList>> lists;
    private final BiConsumer<String, List<StudentKey>> walk;
    private final TextField name = new TextField();
    private final VBox all = new VBox();

    /**
     * @param lists saved from one start to the next
     * @param walk  walks along a list at the desk
     */
    ListsPane(BookModel model, ObjectProperty<List<SavedList>> lists, BiConsumer<String, List<StudentKey>> walk) {
        this.model = model;
        this.lists = lists;
        this.walk = walk;
        getStyleClass().add("book-pane");
        all.getStyleClass().add("kept-lists");
        name.setId("list-name");
        name.setOnAction(_ -> save());
        Button keep = Form.button("Lists.keep", "main-button", this::save);
        keep.setId("list-keep");
        keep.disableProperty().bind(name.textProperty().map(String::isBlank));
        Button here = Form.button("Lists.walkShown", "plain-button",
                () -> walk.accept(UiText.of("Lists.shown"), model.rows()));
        here.setId("list-walk-shown");
        getChildren().addAll(Form.text(UiText.of("Lists.heading"), "subheading"), Form.hint("Lists.hint"), here,
                Form.labelled("Lists.name", name, keep), all);
        lists.addListener((_, _, _) -> refresh());
        model.changesProperty().addListener((_, _, _) -> refresh());
        sceneProperty().addListener((_, _, _) -> refresh());
    }

    /** A list of the same name is replaced. */
    private void save() {
        String called = name.getText().strip();
        if (!called.isEmpty()) {
            List<SavedList> other = new ArrayList<>(lists.get());
            other.removeIf(l -> l.name().equals(called));
            other.add(model.named(called));
            lists.set(List.copyOf(other));
            name.clear();
        }
    }

    private void refresh() {
        if (getScene() != null) {
            all.getChildren().setAll(lists.get().stream().map(this::line).toList());
        }
    }

    private Node line(SavedList list) {
        List<StudentKey> students = list.in(model.batch(), model.context())
                .stream()
                .map(s -> s.student().key())
                .toList();
        Consumer<Button> named = b -> b.setAccessibleText(b.getText() + ": " + list.name());
        Button show = Form.button("Lists.show", "link-button", () -> model.show(list));
        Button follow = Form.button("Lists.walk", "link-button", () -> walk.accept(list.name(), students));
        follow.setDisable(students.isEmpty());
        Button remove = Form.button("Lists.remove", "link-button",
                () -> lists.set(lists.get().stream().filter(l -> l != list).toList()));
        List.of(show, follow, remove).forEach(named);
        return new VBox(Form.text(UiText.of("Lists.line", list.name(), students.size()), "finding-name"),
                new FlowPane(show, follow, remove));
    }
}

package org.epiglyph.desktop.phrases;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;

/** The collections: which are offered at the desk, which one is shown, and what can be done with it. */
final class CollectionList extends VBox {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final PhrasebookModel model;
    private final Runnable chosen;
    private final Supplier<Optional<Path>> theirFile;
    private Optional<String> collection = Optional.empty();

    /**
     * Shows none of them as selected.
     *
     * @param chosen    called when another collection is shown
     * @param theirFile asks for the file of those who maintain a collection
     */
    CollectionList(PhrasebookModel model, Runnable chosen, Supplier<Optional<Path>> theirFile) {
        this.model = model;
        this.chosen = chosen;
        this.theirFile = theirFile;
        getStyleClass().add("collection-list");
        setId("collections");
    }

    /** The collection that is shown; an empty id for phrases of this batch only, empty for all. */
    Optional<String> collection() {
        return collection;
    }

    void refresh() {
        getChildren().clear();
        Phrasebook book = model.book();
        getChildren().add(line(UiText.of("Phrases.all"), Optional.empty(), book.phrases().size()));
        getChildren().add(line(UiText.of("Phrases.ownBatch"), Optional.of(""), book.of("").size()));
        for (Collection one : book.collections()) {
            CheckBox open = new CheckBox();
            open.setSelected(one.open());
            open.setAccessibleText(UiText.of("Phrases.open", one.name()));
            open.setOnAction(_ -> model.change(one.opened(open.isSelected())));
            HBox line = new HBox(open, line(one.name(), Optional.of(one.id()), book.of(one.id()).size()));
            line.getStyleClass().add("collection-line");
            getChildren().add(line);
        }
        collection.flatMap(id -> book.collections().stream().filter(c -> c.id().equals(id)).findFirst())
                .ifPresent(one -> getChildren().add(acts(one)));
    }

    private Button line(String name, Optional<String> id, int count) {
        Button line = new Button(UiText.of("Phrases.collectionLine", name, count));
        line.getStyleClass().add("filter");
        line.pseudoClassStateChanged(HERE, id.equals(collection));
        line.setMaxWidth(Double.MAX_VALUE);
        line.setOnAction(_ -> {
            collection = id;
            chosen.run();
        });
        return line;
    }

    private VBox acts(Collection one) {
        TextField name = SaveOnLeave.field(one.name(), typed -> {
            if (!typed.isBlank()) {
                model.change(one.named(typed));
            }
        });
        name.setId("collection-name");
        VBox acts = new VBox(Form.labelled("Phrases.collectionName", name));
        acts.getStyleClass().add("collection-acts");
        if (one.takenIn()) {
            acts.getChildren()
                    .add(Form.button("Phrases.update", "link-button",
                            () -> theirFile.get().ifPresent(f -> model.update(one.id(), f))));
        }
        merging(one).ifPresent(acts.getChildren()::add);
        acts.getChildren().add(Form.button("Phrases.removeCollection", "link-button", () -> {
            collection = Optional.empty();
            model.removeCollection(one.id());
        }));
        return acts;
    }

    /** Empty if there is no other collection. */
    private Optional<VBox> merging(Collection one) {
        List<Optional<Collection>> others = new ArrayList<>(List.of(Optional.empty()));
        model.book()
                .collections()
                .stream()
                .filter(c -> !c.id().equals(one.id()))
                .map(Optional::of)
                .forEach(others::add);
        if (others.size() == 1) {
            return Optional.empty();
        }
        var into = SaveOnLeave.choice(others, Optional.empty(),
                c -> c.map(Collection::name).orElse(UiText.of("Phrases.mergeNone")),
                (Consumer<Optional<Collection>>) other -> other.ifPresent(c -> {
                    collection = Optional.of(c.id());
                    model.merge(one.id(), c.id());
                }));
        return Optional.of(new VBox(Form.label("Phrases.merge", into), into));
    }
}

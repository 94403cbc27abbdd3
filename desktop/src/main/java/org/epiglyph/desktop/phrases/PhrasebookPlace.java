package org.epiglyph.desktop.phrases;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.desktop.editor.EditorPage;
import org.epiglyph.desktop.editor.RowDrag;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.UiText;

/** The phrasebook screen: collections on the left, their phrases in the middle, the selected phrase on the right. */
public final class PhrasebookPlace implements Place {
    private static final String[] FILES = {"*.csv", "*.xlsx", "*.json", "*.md"};
    private final PhrasebookModel model;
    private final CollectionList collections;
    private final SuggestionList suggestions;
    private final TextField search = new TextField();
    private final ListView<Phrase> list = new ListView<>();
    private final VBox form = new VBox();
    private final Decision decision;
    private final EditorPage root;
    private final ReadOnlyStringWrapper title = new ReadOnlyStringWrapper();
    private boolean refreshing;

    /** Shows all phrases of the batch. */
    public PhrasebookPlace(PhrasebookModel model) {
        this.model = model;
        title.set(model.batch().task().title());
        collections = new CollectionList(model, this::refresh, this::fileToRead);
        suggestions = new SuggestionList(model, this::select);
        decision = new Decision(model);
        form.getStyleClass().add("scheme-middle");
        VBox left = new VBox(collections, suggestions);
        left.getStyleClass().add("phrases-left");
        root = new EditorPage("Phrases", model,
                List.of(Form.button("Phrases.add", "plain-button", this::add),
                        Form.button("Phrases.addCollection", "plain-button",
                                () -> model.addCollection(UiText.of("Phrases.newCollection"))),
                        Form.button("Phrases.takeIn", "link-button",
                                () -> fileToRead().ifPresent(f -> model.importFile(f, false))),
                        Form.button("Phrases.takeInTheirs", "link-button",
                                () -> fileToRead().ifPresent(f -> model.importFile(f, true))),
                        Form.button("Phrases.takeFrom", "link-button",
                                () -> root().otherBatch().ifPresent(model::importFrom)),
                        Form.button("Phrases.write", "link-button", this::write)),
                decision, List.of(left, middle(), form));
        model.batchProperty().addListener((_, _, _) -> refresh());
        model.waitingProperty().addListener((_, _, _) -> decide());
        refresh();
        decide();
    }

    private EditorPage root() {
        return root;
    }

    public PhrasebookModel model() {
        return model;
    }

    private VBox middle() {
        search.setId("phrases-search");
        search.setPromptText(UiText.of("Phrases.search"));
        search.setAccessibleText(UiText.of("Phrases.search"));
        search.textProperty().addListener((_, _, _) -> refresh());
        list.setId("phrases-list");
        list.setAccessibleText(UiText.of("Phrases.heading"));
        list.setCellFactory(_ -> new PhraseRow(model));
        list.getSelectionModel().selectedItemProperty().addListener((_, before, now) -> {
            boolean other = now != null && (before == null || !before.id().equals(now.id()));
            if (!refreshing && other) {
                showForm();
            }
        });
        RowDrag.on(list, new RowDrag.Rows<>() {
            @Override
            public boolean canBeHeld(Phrase row) {
                return search.getText().isBlank(); // search results are in the order of the search
            }

            @Override
            public void drop(Phrase held, Phrase there, boolean below) {
                model.moveBeside(held.id(), there.id(), below);
            }
        });
        VBox.setVgrow(list, Priority.ALWAYS);
        VBox middle = new VBox(search, list);
        middle.getStyleClass().addAll("scheme-list", "phrases-middle");
        return middle;
    }

    // --- what is shown

    private void refresh() {
        refreshing = true;
        Phrase chosen = list.getSelectionModel().getSelectedItem();
        List<Phrase> found = model.phrases(collections.collection(), search.getText());
        list.getItems().setAll(found);
        int at = chosen == null ? 0 : found.stream().map(Phrase::id).toList().indexOf(chosen.id());
        if (!found.isEmpty()) {
            list.getSelectionModel().select(Math.max(0, at));
        }
        refreshing = false;
        collections.refresh();
        suggestions.refresh();
        Platform.runLater(this::showForm); // a field being left is not removed under the hand
    }

    private void showForm() {
        Phrase chosen = list.getSelectionModel().getSelectedItem();
        Form.exchange(form, chosen == null
                ? Form.hint("Phrases.chooseOne")
                : new PhraseForm(model, model.shown(chosen.id()).orElse(chosen)));
    }

    private void select(String id) {
        list.getItems().stream().filter(p -> p.id().equals(id)).findFirst().ifPresent(p -> {
            list.getSelectionModel().select(p);
            list.scrollTo(p);
        });
    }

    private void decide() {
        decision.refresh();
        Platform.runLater(this::showForm);
    }

    // --- acts

    private void add() {
        search.clear();
        select(model.add(UiText.of("Phrases.newPhrase"), collections.collection().orElse("")));
        Platform.runLater(() -> Optional.ofNullable(form.lookup("#phrase-words")).ifPresent(Node::requestFocus));
    }

    private void remove() {
        Phrase chosen = list.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            model.remove(chosen.id());
        }
    }

    private void move(int by) {
        Phrase chosen = list.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            model.move(chosen.id(), by);
        }
    }

    private Optional<Path> fileToRead() {
        return file("Phrases.takeIn").open();
    }

    private void write() {
        file("Phrases.writeFile").save(UiText.of("Phrases.fileName"))
                .ifPresent(f -> model.write(collections.collection(), f));
    }

    private FileDialog file(String title) {
        return root.file(UiText.of(title)).kind(UiText.of("Phrases.files"), FILES);
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Phrases.act.add", "Shortcut+N", this::add),
                Act.of("Phrases.act.remove", "Shortcut+DELETE", this::remove),
                Act.of("Phrases.act.up", "Alt+UP", () -> move(-1)).repeating(),
                Act.of("Phrases.act.down", "Alt+DOWN", () -> move(1)).repeating(),
                Act.of("Phrases.act.search", "Shortcut+F", search::requestFocus),
                Act.of("Phrases.act.write", "Shortcut+S",
                        this::write),
                Act.of("Phrases.act.undo", "Shortcut+Z", model::canUndo, model::undo).repeating(),
                Act.of("Phrases.act.redo", "Shortcut+Shift+Z", model::canRedo, model::redo).repeating());
    }

    @Override
    public ObservableValue<String> title() {
        return title.getReadOnlyProperty();
    }

    @Override
    public ObservableValue<String> statusText() {
        return new ReadOnlyStringWrapper("");
    }

    @Override
    public void arrive() {
        Form.focusWhenShown(search);
    }

    /** What waits is saved for future uses: nothing that was written is lost. */
    @Override
    public void leave() {
        root.requestFocus();
        model.decide(false, false);
    }
}

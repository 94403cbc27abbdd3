package org.epiglyph.desktop.phrases;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.value.ObservableValue;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Kept;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.Words;

/** The phrasebook screen: collections at the left, their phrases in the middle, the chosen phrase at the right. */
public final class PhrasebookPlace implements Place {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final PhrasebookModel model;
    private final VBox collections = new VBox();
    private final VBox suggestions = new VBox();
    private final TextField search = new TextField();
    private final ListView<Phrase> list = new ListView<>();
    private final VBox form = new VBox();
    private final VBox decision = new VBox();
    private final ScrollPane root;
    private final ReadOnlyStringWrapper title = new ReadOnlyStringWrapper();
    private Optional<String> collection = Optional.empty();
    private Map<String, Integer> uses = Map.of();
    private boolean refreshing;

    public PhrasebookPlace(PhrasebookModel model) {
        this.model = model;
        title.set(model.batch().task().title());
        Label heading = new Label(Words.of("Phrases.heading"));
        heading.getStyleClass().add("heading");
        Label notice = new Label();
        notice.getStyleClass().add("notice");
        notice.setId("phrases-notice");
        notice.setWrapText(true);
        notice.textProperty().bind(model.noticeProperty());
        notice.visibleProperty().bind(notice.textProperty().isNotEmpty());
        notice.managedProperty().bind(notice.visibleProperty());
        Label said = Form.words("", "said");
        said.textProperty().bind(model.saidProperty());
        said.visibleProperty().bind(said.textProperty().isNotEmpty());
        said.managedProperty().bind(said.visibleProperty());
        decision.getStyleClass().add("waiting-plan");
        decision.setId("phrase-decision");
        FlowPane columns = new FlowPane(left(), middle(), form);
        form.getStyleClass().add("scheme-middle");
        columns.getStyleClass().add("scheme-columns");
        VBox content = new VBox(heading, actions(), notice, said, decision, columns);
        content.getStyleClass().addAll("sheet", "scheme-sheet");
        root = new ScrollPane(content);
        root.setFitToWidth(true);
        root.getStyleClass().add("place");
        model.batchProperty().addListener((_, _, _) -> refresh());
        model.waitingProperty().addListener((_, _, _) -> decide());
        refresh();
        decide();
    }

    public PhrasebookModel model() {
        return model;
    }

    private FlowPane actions() {
        FlowPane actions = new FlowPane(Form.button("Phrases.add", "plain-button", this::add),
                Form.button("Phrases.addCollection", "plain-button",
                        () -> model.addCollection(Words.of("Phrases.newCollection"))),
                Form.button("Phrases.takeIn", "link-button", () -> file(true).ifPresent(f -> model.takeIn(f, false))),
                Form.button("Phrases.takeInTheirs", "link-button",
                        () -> file(true).ifPresent(f -> model.takeIn(f, true))),
                Form.button("Phrases.takeFrom", "link-button", this::takeFrom),
                Form.button("Phrases.write", "link-button",
                        () -> file(false).ifPresent(f -> model.write(collection, f))));
        actions.getStyleClass().add("scheme-actions");
        return actions;
    }

    private VBox left() {
        suggestions.getStyleClass().add("scheme-missing");
        collections.getStyleClass().add("collection-list");
        collections.setId("collections");
        VBox left = new VBox(collections, suggestions);
        left.getStyleClass().add("phrases-left");
        return left;
    }

    private VBox middle() {
        search.setId("phrases-search");
        search.setPromptText(Words.of("Phrases.search"));
        search.setAccessibleText(Words.of("Phrases.search"));
        search.textProperty().addListener((_, _, _) -> refresh());
        list.setId("phrases-list");
        list.setAccessibleText(Words.of("Phrases.heading"));
        list.setCellFactory(_ -> new Row());
        list.getSelectionModel().selectedItemProperty().addListener((_, before, now) -> {
            boolean other = now != null && (before == null || !before.id().equals(now.id()));
            if (!refreshing && other) {
                showForm();
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
        uses = model.uses();
        Phrase chosen = list.getSelectionModel().getSelectedItem();
        List<Phrase> found = model.phrases(collection, search.getText());
        list.getItems().setAll(found);
        int at = chosen == null ? 0 : found.stream().map(Phrase::id).toList().indexOf(chosen.id());
        if (!found.isEmpty()) {
            list.getSelectionModel().select(Math.max(0, at));
        }
        refreshing = false;
        showCollections();
        showSuggestions();
        Platform.runLater(this::showForm); // a field that is being left is not taken away under the hand
    }

    private void showForm() {
        Phrase chosen = list.getSelectionModel().getSelectedItem();
        Form.exchange(form, chosen == null
                ? Form.hint("Phrases.chooseOne")
                : new PhraseForm(model, model.shown(chosen.id()).orElse(chosen)));
    }

    private void showCollections() {
        collections.getChildren().clear();
        Phrasebook book = model.book();
        collections.getChildren().add(collectionLine(Words.of("Phrases.all"), Optional.empty(), book.phrases().size()));
        collections.getChildren()
                .add(collectionLine(Words.of("Phrases.ownBatch"), Optional.of(""), book.of("").size()));
        for (Collection one : book.collections()) {
            CheckBox open = new CheckBox();
            open.setSelected(one.open());
            open.setAccessibleText(Words.of("Phrases.open", one.name()));
            open.setOnAction(_ -> model.change(one.opened(open.isSelected())));
            HBox line = new HBox(open,
                    collectionLine(one.name(), Optional.of(one.id()), book.of(one.id()).size()));
            line.getStyleClass().add("collection-line");
            collections.getChildren().add(line);
        }
        collection.flatMap(id -> book.collections().stream().filter(c -> c.id().equals(id)).findFirst())
                .ifPresent(this::showCollectionActs);
    }

    private Button collectionLine(String name, Optional<String> id, int count) {
        Button line = new Button(Words.of("Phrases.collectionLine", name, count));
        line.getStyleClass().add("filter");
        line.pseudoClassStateChanged(HERE, id.equals(collection));
        line.setMaxWidth(Double.MAX_VALUE);
        line.setOnAction(_ -> {
            collection = id;
            refresh();
        });
        return line;
    }

    private void showCollectionActs(Collection one) {
        TextField name = Kept.field(one.name(), typed -> {
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
                            () -> file(true).ifPresent(f -> model.update(one.id(), f))));
        }
        List<Optional<Collection>> others = new ArrayList<>(List.of(Optional.empty()));
        model.book()
                .collections()
                .stream()
                .filter(c -> !c.id().equals(one.id()))
                .map(Optional::of)
                .forEach(others::add);
        if (others.size() > 1) {
            var into = Kept.choice(others, Optional.empty(),
                    c -> c.map(Collection::name).orElse(Words.of("Phrases.mergeNone")),
                    (Consumer<Optional<Collection>>) chosen -> chosen.ifPresent(c -> {
                        collection = Optional.of(c.id());
                        model.merge(one.id(), c.id());
                    }));
            acts.getChildren().add(new VBox(Form.label("Phrases.merge", into), into));
        }
        acts.getChildren().add(Form.button("Phrases.removeCollection", "link-button", () -> {
            collection = Optional.empty();
            model.removeCollection(one.id());
        }));
        collections.getChildren().add(acts);
    }

    private void showSuggestions() {
        suggestions.getChildren().clear();
        List<PhraseReach.Repeated> repeated = model.repeated();
        if (!repeated.isEmpty()) {
            suggestions.getChildren().add(Form.words(Words.of("Phrases.repeated"), "rule-heading"));
        }
        for (PhraseReach.Repeated one : repeated) {
            Button keep = Form.button("Phrases.keepIt", "link-button", () -> select(model.keep(one)));
            suggestions.getChildren()
                    .add(new VBox(Form.words(Words.of("Phrases.repeatedLine", one.words(), one.marks().size()),
                            "hint"), keep));
        }
        List<Phrasebook.Pair> pairs = model.book().duplicates();
        if (!pairs.isEmpty()) {
            suggestions.getChildren().add(Form.words(Words.of("Phrases.duplicates"), "rule-heading"));
        }
        for (Phrasebook.Pair pair : pairs) {
            Button look = new Button(pair.first().code() + " \u2248 " + pair.second().code());
            look.getStyleClass().add("link-button");
            look.setOnAction(_ -> select(pair.second().id()));
            suggestions.getChildren().add(look);
        }
    }

    private void select(String id) {
        list.getItems().stream().filter(p -> p.id().equals(id)).findFirst().ifPresent(p -> {
            list.getSelectionModel().select(p);
            list.scrollTo(p);
        });
    }

    // --- a change of a phrase that was placed

    private void decide() {
        Optional<Phrase> waiting = model.waitingProperty().get();
        decision.setVisible(waiting.isPresent());
        decision.setManaged(waiting.isPresent());
        decision.getChildren().clear();
        Platform.runLater(this::showForm);
        if (waiting.isEmpty()) {
            return;
        }
        CheckBox sealedToo = new CheckBox();
        sealedToo.setId("sealed-too");
        VBox lines = new VBox();
        Runnable show = () -> lines.getChildren()
                .setAll(places(model.plan(sealedToo.isSelected()),
                        sealedToo.isSelected()));
        PhraseReach.Plan plan = model.plan(false);
        Label head = Form.words(Words.of("Phrases.decide", plan.open().size(), plan.sealed().size()), "subheading");
        head.setId("decision-head");
        sealedToo.setText(Words.of("Phrases.sealedToo", plan.sealed().size()));
        sealedToo.setVisible(!plan.sealed().isEmpty());
        sealedToo.setManaged(!plan.sealed().isEmpty());
        sealedToo.setOnAction(_ -> show.run());
        show.run();
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("waiting-lines");
        Button back = Form.button("Phrases.giveUp", "link-button", model::giveUp);
        Button here = Form.button("Phrases.fromNowOn", "plain-button", () -> model.decide(false, false));
        here.setId("from-now-on");
        Button there = Form.button("Phrases.everywhere", "main-button",
                () -> model.decide(true, sealedToo.isSelected()));
        there.setId("everywhere");
        decision.getChildren().addAll(head, sealedToo, scroll, Form.lastLine(back, here, there));
    }

    private List<Node> places(PhraseReach.Plan plan, boolean sealedToo) {
        List<Node> lines = new ArrayList<>();
        List<PhraseReach.Place> reached = new ArrayList<>(plan.open());
        if (sealedToo) {
            reached.addAll(plan.sealed());
        }
        reached.forEach(
                p -> lines.add(Form.words(
                        Words.of("Phrases.reached", p.submission().student().name(), model.where(p),
                                p.submission().handedBack()
                                        ? Words.of("Scheme.isHandedBack")
                                        : p.submission().sealed() ? Words.of("Scheme.isSealed") : ""),
                        "waiting-moved")));
        plan.moved()
                .forEach(m -> lines.add(Form.words(
                        Words.of("Scheme.moved", m.submission().student().name(), m.words(), ""), "waiting-loss")));
        return lines;
    }

    // --- acts

    private void add() {
        search.clear();
        select(model.add(Words.of("Phrases.newPhrase"), collection.orElse("")));
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

    private void takeFrom() {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setInitialDirectory(model.folder().getParent().toFile());
        Optional.ofNullable(chooser.showDialog(root.getScene().getWindow()))
                .map(File::toPath)
                .ifPresent(model::takeFrom);
    }

    private Optional<Path> file(boolean open) {
        FileChooser chooser = new FileChooser();
        chooser.getExtensionFilters()
                .add(new FileChooser.ExtensionFilter(Words.of("Phrases.files"), "*.csv", "*.xlsx", "*.json", "*.md"));
        File chosen = open
                ? chooser.showOpenDialog(root.getScene().getWindow())
                : chooser.showSaveDialog(root.getScene().getWindow());
        return Optional.ofNullable(chosen).map(File::toPath);
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Phrases.act.add", "Shortcut+N", this::add),
                Act.of("Phrases.act.remove", "Shortcut+DELETE", this::remove),
                Act.of("Phrases.act.up", "Alt+UP", () -> move(-1)),
                Act.of("Phrases.act.down", "Alt+DOWN", () -> move(1)),
                Act.of("Phrases.act.search", "Shortcut+F", search::requestFocus),
                Act.of("Phrases.act.write", "Shortcut+S",
                        () -> file(false).ifPresent(f -> model.write(collection, f))),
                Act.of("Phrases.act.undo", "Shortcut+Z", model::canUndo, model::undo),
                Act.of("Phrases.act.redo", "Shortcut+Shift+Z", model::canRedo, model::redo));
    }

    @Override
    public ObservableValue<String> title() {
        return title.getReadOnlyProperty();
    }

    @Override
    public ObservableValue<String> aside() {
        return new ReadOnlyStringWrapper("");
    }

    @Override
    public void arrive() {
        Platform.runLater(search::requestFocus);
    }

    /** What waits is kept for what is placed from now on: nothing that was written is lost. */
    @Override
    public void leave() {
        root.requestFocus();
        model.decide(false, false);
    }

    /** A phrase: its words, code, criterion, effect and how often it was used. */
    private final class Row extends ListCell<Phrase> {
        @Override
        protected void updateItem(Phrase phrase, boolean empty) {
            super.updateItem(phrase, empty);
            setText(null);
            setGraphic(null);
            if (empty || phrase == null) {
                return;
            }
            Label words = new Label(phrase.shown().replaceAll("\\s+", " "));
            words.getStyleClass().add("drawer-words");
            words.setMinWidth(0);
            String criterion = model.batch().scheme().findCriterion(phrase.criterion()).map(Criterion::name).orElse("");
            Label facts = new Label((phrase.code() + "   " + criterion + phrase.effect()
                    .map(e -> "  " + Criterion.words(e).replace('-', '\u2212'))
                    .orElse("")).strip());
            facts.getStyleClass().add("hint");
            facts.setMinWidth(0);
            Label used = new Label(Words.of("Phrases.uses", uses.getOrDefault(phrase.id(), 0)));
            used.getStyleClass().add("hint");
            used.setMinWidth(Region.USE_PREF_SIZE);
            Pane space = new Pane();
            HBox.setHgrow(space, Priority.ALWAYS);
            VBox box = new VBox(words, new HBox(facts, space, used));
            box.setPrefWidth(1);
            setGraphic(box);
            setAccessibleText(phrase.shown());
        }
    }
}

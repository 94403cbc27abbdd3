package org.epiglyph.desktop.scheme;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.desktop.editor.EditorPage;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.UiText;

/** The scheme screen: the criteria on the left, the selected one in the middle, the result on the right. */
public final class SchemePlace implements Place {
    private static final String[] FILES = {"*.csv", "*.xlsx", "*.json"};
    private final SchemeModel model;
    private final SchemeList list;
    private final VBox form = new VBox();
    private final Trial trial;
    private final WaitingPlan waiting;
    private final EditorPage root;
    private final ReadOnlyStringWrapper title = new ReadOnlyStringWrapper();
    private final Consumer<Path> opener;

    /** @param opener opens a file in the system's program for it */
    public SchemePlace(SchemeModel model, Consumer<Path> opener) {
        this.model = model;
        this.opener = opener;
        list = new SchemeList(model, this::showChosen);
        trial = new Trial(model);
        waiting = new WaitingPlan(model);
        title.set(model.batch().task().title());
        form.getStyleClass().add("scheme-middle");
        root = new EditorPage("Scheme", model,
                List.of(Form.button("Scheme.addCriterion", "plain-button", this::addCriterion),
                        Form.button("Scheme.addSection", "plain-button", this::addSection),
                        Form.button("Scheme.read", "link-button", this::read),
                        Form.button("Scheme.copy", "link-button", this::copy),
                        Form.button("Scheme.write", "link-button", this::write),
                        Form.button("Scheme.print", "link-button", this::print)),
                waiting, List.of(list, form, trial));
        model.draftProperty().addListener((_, _, _) -> refresh());
        model.waitingProperty().addListener((_, _, _) -> waiting.refresh());
        refresh();
    }

    private void refresh() {
        list.refresh();
        trial.refresh();
        waiting.refresh();
        Platform.runLater(this::showChosen); // a field being left is not removed under the hand
    }

    /** Shows the form of what is selected, recreated if its structure has changed. */
    private void showChosen() {
        Node wanted = switch (list.chosen()) {
            case SchemeList.Chosen.Rules _ -> new RulesForm(model);
            case SchemeList.Chosen.OfSection(String id) ->
                model.draft().findSection(id).<Node>map(s -> new SectionForm(model, s)).orElse(null);
            case SchemeList.Chosen.OfCriterion(String id) ->
                model.draft().findCriterion(id).<Node>map(c -> new CriterionForm(model, c)).orElse(null);
        };
        Form.exchange(form, wanted == null ? Form.hint("Scheme.chooseOne") : wanted);
    }

    private void addCriterion() {
        Optional<String> behind = list.chosen() instanceof SchemeList.Chosen.OfCriterion(String id)
                ? Optional.of(id)
                : Optional.empty();
        list.choose(new SchemeList.Chosen.OfCriterion(model.add(behind)));
        Platform.runLater(() -> Optional.ofNullable(form.lookup("#criterion-name")).ifPresent(Node::requestFocus));
    }

    private void addSection() {
        list.choose(new SchemeList.Chosen.OfSection(model.addSection(UiText.of("Scheme.newSection"))));
        Platform.runLater(() -> Optional.ofNullable(form.lookup("#section-name")).ifPresent(Node::requestFocus));
    }

    private void read() {
        file("Scheme.readFile").open().ifPresent(model::read);
    }

    private void write() {
        file("Scheme.writeFile").save(UiText.of("Scheme.fileName")).ifPresent(model::write);
    }

    private FileDialog file(String title) {
        return root.file(UiText.of(title)).kind(UiText.of("Scheme.files"), FILES);
    }

    private void copy() {
        root.otherBatch().ifPresent(model::copyFrom);
    }

    private void print() {
        model.print(opener);
    }

    private void remove() {
        switch (list.chosen()) {
            case SchemeList.Chosen.OfCriterion(String id) -> model.remove(id);
            case SchemeList.Chosen.OfSection(String id) -> model.removeSection(id);
            case SchemeList.Chosen.Rules _ -> {
                // the rules stay
            }
        }
    }

    private void move(int by) {
        if (list.chosen() instanceof SchemeList.Chosen.OfCriterion(String id)) {
            model.move(id, by);
        }
    }

    public SchemeModel model() {
        return model;
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        List<Act> acts = new ArrayList<>(List.of(Act.of("Scheme.act.add", "Shortcut+N", this::addCriterion),
                Act.of("Scheme.act.addSection", "Shortcut+Shift+N", this::addSection),
                Act.of("Scheme.act.remove", "Shortcut+DELETE", this::remove),
                Act.of("Scheme.act.up", "Alt+UP", () -> move(-1)).repeating(),
                Act.of("Scheme.act.down", "Alt+DOWN", () -> move(1)).repeating(),
                Act.of("Scheme.act.undo", "Shortcut+Z", model::canUndo, model::undo).repeating(),
                Act.of("Scheme.act.redo", "Shortcut+Shift+Z", model::canRedo, model::redo).repeating(),
                Act.of("Scheme.act.inForce", "Shortcut+ENTER", () -> model.waitingProperty().get().isPresent(),
                        model::apply)));
        acts.addAll(List.of(Act.of("Scheme.act.read", "Shortcut+O", this::read),
                Act.of("Scheme.act.write", "Shortcut+S", this::write), Act.of("Scheme.act.copy", "", this::copy),
                Act.of("Scheme.act.print", "Shortcut+P", this::print)));
        return acts;
    }

    @Override
    public ObservableValue<String> title() {
        return title.getReadOnlyProperty();
    }

    @Override
    public ObservableValue<String> statusText() {
        return new ReadOnlyStringWrapper(UiText.of("Scheme.aside"));
    }

    /** A field being typed in is saved before the screen is left. */
    @Override
    public void leave() {
        root.requestFocus();
        model.planNow();
    }

    @Override
    public void arrive() {
        Form.focusWhenShown(list);
    }

    /** Every criterion with its section, for the sum below the list. */
    static String sum(MarkScheme scheme, String maximum) {
        return UiText.of("Scheme.sum", Criterion.format(scheme.maximum()), maximum);
    }

    static String best(Section section) {
        return section.best().map(b -> UiText.of("Ledger.best", b)).orElse("");
    }
}

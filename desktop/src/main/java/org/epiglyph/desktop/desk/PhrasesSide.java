package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.MarkText;
import org.epiglyph.desktop.paper.PhraseHand;
import org.epiglyph.desktop.paper.PhraseList;
import org.epiglyph.desktop.phrases.MissingList;

/** The phrases, in a drawer: those of the current criterion first. They can be dragged, or put on the selected mark. */
final class PhrasesSide implements Side {
    private static final int MOST_SHOWN = 40;
    private static final int MOST_PLACES = 5;
    private final DeskModel model;
    private final TextField search = new TextField();
    private final VBox list = new VBox();
    private final PhraseList asking;
    private final PhraseHand hand = new PhraseHand(this::ask);
    private final ScrollPane scroll = new ScrollPane(list);
    private final VBox root;
    private final Consumer<String> lookFor;
    private Consumer<String> then = _ -> {};

    /** @param lookFor searches the pages of all students */
    PhrasesSide(DeskModel model, Consumer<String> lookFor) {
        this.model = model;
        this.lookFor = lookFor;
        asking = new PhraseList(model, (_, text) -> then.accept(text), search::requestFocus);
        search.setId("drawer-search");
        search.setPromptText(UiText.of("Phrases.search"));
        search.setAccessibleText(UiText.of("Phrases.search"));
        search.textProperty().addListener((_, _, _) -> refresh());
        search.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER) {
                e.consume();
                model.writing().phrases(search.getText()).stream().findFirst().ifPresent(this::place);
            }
        });
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        list.getStyleClass().add("drawer-list");
        list.setId("drawer-list");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        VBox top = new VBox(search, asking);
        top.getStyleClass().add("drawer-top");
        root = new VBox(top, scroll);
        model.scores().criterionProperty().addListener((_, _, _) -> {
            if (root.getScene() != null) {
                refresh();
            }
        });
    }

    /** Shows one phrase. */
    void look(Phrase phrase) {
        search.setText(phrase.code());
        refresh();
    }

    PhraseHand hand() {
        return hand;
    }

    @Override
    public String name() {
        return "phrases";
    }

    @Override
    public Region node() {
        return root;
    }

    @Override
    public void arrive() {
        refresh();
        search.requestFocus();
    }

    @Override
    public void refresh() {
        list.getChildren().clear();
        Map<String, Integer> uses = model.batch().phraseUses();
        List<Phrase> found = model.writing().phrases(search.getText());
        found.stream().limit(MOST_SHOWN).forEach(p -> list.getChildren().add(row(p, uses.getOrDefault(p.id(), 0))));
        if (found.isEmpty()) {
            list.getChildren().add(Form.hint(search.getText().isBlank() ? "Desk.noPhrasesYet" : "Desk.noPhrase"));
        } else if (found.size() > MOST_SHOWN) {
            list.getChildren().add(Form.text(UiText.of("Phrases.more", found.size() - MOST_SHOWN), "hint"));
        }
    }

    private Node row(Phrase phrase, int uses) {
        Label label = Slant.of(Form.text(phrase.shown(), "drawer-words"));
        String criterion = model.batch().scheme().findCriterion(phrase.criterion()).map(Criterion::name).orElse("");
        String effect = phrase.effect().map(e -> "  " + Criterion.format(e).replace('-', '\u2212')).orElse("");
        Label facts = new Label((phrase.code() + "   " + criterion + effect).strip());
        facts.getStyleClass().add("hint");
        facts.setMinWidth(0);
        HBox.setHgrow(facts, Priority.ALWAYS);
        facts.setMaxWidth(Double.MAX_VALUE);
        Button also = new Button(UiText.of("Phrases.uses", uses));
        also.getStyleClass().add("link-button");
        also.setAccessibleText(UiText.of("Phrases.alsoNeeded", phrase.code()));
        also.setMinWidth(Region.USE_PREF_SIZE);
        VBox row = new VBox(label, new HBox(facts, also));
        also.setOnAction(_ -> toggleMissing(row, phrase));
        row.getStyleClass().add("drawer-row");
        row.setFocusTraversable(true);
        row.setAccessibleText(phrase.shown());
        hear(row, phrase);
        return row;
    }

    private void hear(VBox row, Phrase phrase) {
        row.setOnMouseClicked(e -> {
            if (e.isStillSincePress()) {
                place(phrase);
            }
        });
        row.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) {
                e.consume();
                place(phrase);
            }
        });
        hand.draggable(row, phrase);
    }

    /** Shows or hides, below a phrase, where it may be missing. */
    private void toggleMissing(VBox row, Phrase phrase) {
        if (row.getChildren().size() > 2) {
            row.getChildren().remove(2);
            return;
        }
        VBox below = new VBox(
                new MissingList(model.batch().naming(), PhraseReach.missing(model.batch(), phrase), where -> {
                    if (!where.isEmpty() && model.edit(PhraseReach.place(phrase, where))) {
                        model.report(UiText.of("Phrases.placed", where.size()));
                    }
                }));
        List<String> words = PhraseReach.errorPlaces(model.batch(), phrase.id());
        if (!words.isEmpty()) {
            below.getChildren().add(Form.hint("Phrases.onPages"));
        }
        words.stream().limit(MOST_PLACES).forEach(w -> below.getChildren().add(onPages(w)));
        row.getChildren().add(below);
    }

    private Button onPages(String text) {
        Button look = new Button("\u201c" + MarkText.shortened(text) + "\u201d");
        look.getStyleClass().addAll("link-button", "phrase-on-pages");
        look.setWrapText(true);
        look.setOnAction(_ -> lookFor.accept(text));
        return look;
    }

    private void ask(Phrase phrase, Consumer<String> with) {
        then = with;
        asking.take(phrase);
    }

    /** Puts a phrase on the selected mark; without one on the current criterion. */
    private void place(Phrase phrase) {
        model.chosen()
                .one()
                .ifPresentOrElse(
                        mark -> ask(phrase, text -> model.placing().onMark(mark, phrase, text)),
                        () -> ask(phrase, text -> model.placing()
                                .onCriterion(model.scores().criterionProperty().get(), phrase, text)));
    }
}

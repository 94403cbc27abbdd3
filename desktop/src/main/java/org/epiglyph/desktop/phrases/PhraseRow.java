package org.epiglyph.desktop.phrases;

import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;

/** A phrase in the list: its text, code, criterion, effect and number of uses. */
final class PhraseRow extends ListCell<Phrase> {
    private final PhrasebookModel model;

    PhraseRow(PhrasebookModel model) {
        this.model = model;
    }

    @Override
    protected void updateItem(Phrase phrase, boolean empty) {
        super.updateItem(phrase, empty);
        setText(null);
        setGraphic(null);
        if (empty || phrase == null) {
            return;
        }
        Label label = Slant.of(new Label(phrase.shown().replaceAll("\\s+", " ")));
        label.getStyleClass().add("drawer-words");
        label.setMinWidth(0);
        String criterion = model.batch().scheme().findCriterion(phrase.criterion()).map(Criterion::name).orElse("");
        Label facts = new Label((phrase.code() + "   " + criterion + phrase.effect()
                .map(e -> "  " + Criterion.format(e).replace('-', '\u2212'))
                .orElse("")).strip());
        facts.getStyleClass().add("hint");
        facts.setMinWidth(0);
        Label used = new Label(UiText.of("Phrases.uses", model.uses().getOrDefault(phrase.id(), 0)));
        used.getStyleClass().add("hint");
        used.setMinWidth(Region.USE_PREF_SIZE);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        VBox box = new VBox(label, new HBox(facts, space, used));
        box.setPrefWidth(1);
        setGraphic(box);
        setAccessibleText(phrase.shown());
    }
}

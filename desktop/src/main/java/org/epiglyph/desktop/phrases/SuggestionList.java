package org.epiglyph.desktop.phrases;

import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** Remarks that are typed often and might be saved, and duplicate phrases. */
final class SuggestionList extends VBox {
    private final PhrasebookModel model;
    private final Consumer<String> select;

    /** @param select selects the phrase with an id */
    SuggestionList(PhrasebookModel model, Consumer<String> select) {
        this.model = model;
        this.select = select;
        getStyleClass().add("scheme-missing");
        setId("suggestions");
    }

    void refresh() {
        model.suggest(this::show);
    }

    private void show(PhrasebookModel.Suggestions found) {
        getChildren().clear();
        if (!found.repeated().isEmpty()) {
            getChildren().add(Form.text(UiText.of("Phrases.repeated"), "rule-heading"));
        }
        for (PhraseReach.Repeated one : found.repeated()) {
            Button keep = Form.button("Phrases.keepIt", "link-button", () -> select.accept(model.keep(one)));
            getChildren()
                    .add(new VBox(Form.text(UiText.of("Phrases.repeatedLine", one.text(), one.marks().size()),
                            "hint"), keep));
        }
        if (!found.same().isEmpty()) {
            getChildren().add(Form.text(UiText.of("Phrases.duplicates"), "rule-heading"));
        }
        for (Phrasebook.Pair pair : found.same()) {
            Button look = new Button(pair.first().code() + " \u2248 " + pair.second().code());
            look.getStyleClass().add("link-button");
            look.setOnAction(_ -> select.accept(pair.second().id()));
            getChildren().add(look);
        }
    }
}

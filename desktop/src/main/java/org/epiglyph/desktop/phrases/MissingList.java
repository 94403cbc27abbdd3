package org.epiglyph.desktop.phrases;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.roster.Naming;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.MarkText;

/** Where a phrase may be missing, to be ticked and placed at once. */
public final class MissingList extends VBox {
    private final Map<PhraseReach.Missing, CheckBox> boxes = new LinkedHashMap<>();

    /**
     * @param naming how students are named
     * @param place  called with the ticked ones
     */
    public MissingList(Naming naming, List<PhraseReach.Missing> missing, Consumer<List<PhraseReach.Missing>> place) {
        getStyleClass().add("missing-list");
        setId("missing-list");
        getChildren().add(Form.hint(missing.isEmpty() ? "Phrases.noneMissing" : "Phrases.missingHint"));
        for (PhraseReach.Missing one : missing) {
            String text = one.mark().remark().isEmpty()
                    ? MarkText.of(one.mark())
                    : "\u201c" + MarkText.shortened(one.mark().remark().text()) + "\u201d";
            CheckBox box = new CheckBox(UiText.of("Phrases.missing", naming.listed(one.submission().student()),
                    one.mark().page().number(), text));
            box.setWrapText(true);
            box.setMinHeight(USE_PREF_SIZE);
            boxes.put(one, box);
            getChildren().add(box);
        }
        if (!missing.isEmpty()) {
            Button all = Form.button("Phrases.tickAll", "link-button", () -> boxes.values()
                    .forEach(b -> b.setSelected(true)));
            Button go = Form.button("Phrases.placeThere", "plain-button", () -> place.accept(ticked()));
            go.setId("place-there");
            getChildren().add(Form.lastLine(all, go));
        }
    }

    private List<PhraseReach.Missing> ticked() {
        List<PhraseReach.Missing> ticked = new ArrayList<>();
        boxes.forEach((one, box) -> {
            if (box.isSelected()) {
                ticked.add(one);
            }
        });
        return ticked;
    }
}

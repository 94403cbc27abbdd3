package org.epiglyph.desktop.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.desktop.frame.UiText;

/** The parts of a checklist, each with its letter. */
final class PartChoice extends VBox implements Choice {
    private final Manner.Checklist checklist;
    private final Consumer<Manner.Part> typed;
    private final List<CheckBox> boxes = new ArrayList<>();

    /**
     * @param typed   receives the part whose letter is typed
     * @param pressed receives the part that is ticked or unticked by the pointer
     */
    PartChoice(Criterion criterion, Manner.Checklist checklist, Consumer<Manner.Part> typed,
            Consumer<Manner.Part> pressed) {
        this.checklist = checklist;
        this.typed = typed;
        getStyleClass().add("part-choice");
        for (int i = 0; i < checklist.parts().size(); i++) {
            Manner.Part part = checklist.parts().get(i);
            char letter = (char) ('a' + i);
            CheckBox box = new CheckBox(
                    UiText.of("Ledger.part", String.valueOf(letter), part.name(), Criterion.format(part.points())));
            box.setWrapText(true);
            box.setId("part-" + criterion.id() + "-" + letter);
            box.setFocusTraversable(false);
            box.setOnAction(_ -> pressed.accept(part));
            boxes.add(box);
            getChildren().add(box);
        }
    }

    @Override
    public Node node() {
        return this;
    }

    @Override
    public void show(Judgement judgement) {
        for (int i = 0; i < boxes.size(); i++) {
            boxes.get(i).setSelected(judgement.parts().contains(checklist.parts().get(i).id()));
        }
    }

    @Override
    public boolean letter(char letter) {
        int at = letter - 'a';
        if (at < 0 || at >= boxes.size()) {
            return false;
        }
        typed.accept(checklist.parts().get(at));
        return true;
    }
}

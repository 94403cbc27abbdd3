package org.epiglyph.desktop.ledger;

import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** Reports that the pointer changed a score, with a button to undo it; shown until the marker does something else. */
final class ChangedLine extends HBox {
    private final DeskModel model;
    private final String criterion;
    private final Label text = new Label();

    ChangedLine(DeskModel model, Criterion criterion) {
        this.model = model;
        this.criterion = criterion.id();
        getStyleClass().add("changed-line");
        text.setId("changed-" + criterion.id());
        text.setWrapText(true);
        Button back = new Button(UiText.of("Ledger.takeBack"));
        back.getStyleClass().add("link-button");
        back.setId("take-back-" + criterion.id());
        back.setFocusTraversable(false);
        back.setMinWidth(USE_PREF_SIZE);
        back.setOnAction(_ -> model.scores()
                .byPointer()
                .ifPresent(b -> model.scores().judge(b.criterion(), b.before())));
        getChildren().addAll(text, back);
        show();
        close();
    }

    /**
     * Shows the change if the last act was one of this criterion by the pointer. Where it would move rows that the
     * pointer may be on, the line stays empty until it is {@linkplain #close closed}.
     */
    void show() {
        Optional<String> said = model.scores()
                .byPointer()
                .filter(b -> b.criterion().equals(criterion))
                .map(b -> UiText.of("Ledger.nowByPointer", figure(b.before()),
                        figure(model.submission().scores().judgement(criterion))));
        text.setText(said.orElse(""));
        setVisible(said.isPresent());
        if (said.isPresent() || getParent() instanceof HintLine) {
            close();
        }
    }

    /** Takes no more space if it is empty. */
    void close() {
        setManaged(isVisible());
    }

    private static String figure(Judgement judgement) {
        return judgement.points()
                .map(Criterion::format)
                .or(() -> judgement.standing().map(Standing::label))
                .orElse(UiText.of("Ledger.notScored"));
    }
}

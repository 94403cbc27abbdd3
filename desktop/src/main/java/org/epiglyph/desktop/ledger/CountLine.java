package org.epiglyph.desktop.ledger;

import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.MarkCount;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.desktop.frame.UiText;

/** What is counted on the pages beside the typed score, and whether they differ. */
final class CountLine extends VBox {
    private final Label text = new Label();
    private final Button take = new Button();

    /** @param taken uses the count as the score */
    CountLine(Criterion criterion, Runnable taken) {
        getStyleClass().add("count-line");
        text.setWrapText(true);
        text.setId("count-" + criterion.id());
        take.getStyleClass().add("link-button");
        take.setId("take-count-" + criterion.id());
        take.setFocusTraversable(false);
        take.setOnAction(_ -> taken.run());
        getChildren().addAll(text, take);
    }

    /**
     * @param sealed true if the score cannot change
     * @return true if there is something to show although the criterion is not open: the two figures differ
     */
    boolean show(Optional<MarkCount> count, Judgement judgement, boolean sealed) {
        boolean differs = count.isPresent() && judgement.points().isPresent()
                && count.get().points().compareTo(judgement.points().get()) != 0;
        text.setText(count.map(c -> UiText.of(differs ? "Ledger.countDiffers" : "Ledger.count", c.marks(),
                Criterion.format(c.points()), judgement.points().map(Criterion::format).orElse(""))).orElse(""));
        take.setText(count.map(c -> UiText.of("Ledger.takeCount", Criterion.format(c.points()))).orElse(""));
        boolean takes = !sealed && count.isPresent() && (differs || judgement.points().isEmpty());
        take.setVisible(takes);
        take.setManaged(takes);
        text.pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("differs"), differs);
        return differs;
    }
}

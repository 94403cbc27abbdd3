package org.epiglyph.desktop.ledger;

import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.core.scoring.Step;
import org.epiglyph.desktop.frame.UiText;

/** The head of a section in the ledger: its name, its sum, and why. */
final class SectionHead extends VBox {
    private final Section section;
    private final Label sum = new Label();
    private final Label derivation = new Label();
    private Runnable sayWhy = () -> {};

    SectionHead(Section section) {
        this.section = section;
        getStyleClass().add("section-head");
        String best = section.best().map(b -> "  " + UiText.of("Ledger.best", b)).orElse("");
        Label name = new Label(section.name() + best);
        name.getStyleClass().add("section-name");
        name.setMinWidth(0);
        sum.getStyleClass().add("score-of");
        sum.setId("sum-" + section.id());
        derivation.getStyleClass().add("derivation");
        derivation.setWrapText(true);
        derivation.setManaged(false);
        derivation.setVisible(false);
        Button why = new Button(UiText.of("Ledger.why"));
        why.getStyleClass().add("link-button");
        why.setAccessibleText(UiText.of("Ledger.whyOf", section.name()));
        why.setOnAction(_ -> {
            derivation.setVisible(!derivation.isVisible());
            derivation.setManaged(derivation.isVisible());
            sayWhy.run();
        });
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(name, space, sum, why);
        line.getStyleClass().add("criterion-line");
        getChildren().addAll(line, derivation);
    }

    void show(Result result, MarkScheme scheme) {
        Optional<Step> step = result.steps()
                .stream()
                .filter(s -> s.kind() == Step.Kind.SECTION && s.of().equals(section.id()))
                .findFirst();
        sum.setText(step.map(s -> s.figure().format()).orElse(""));
        sayWhy = () -> {
            if (derivation.isVisible()) { // computed on demand
                derivation.setText(String.join("\n", result.whySection(section, scheme)));
            }
        };
        sayWhy.run();
    }
}

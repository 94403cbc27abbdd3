package org.epiglyph.desktop.ledger;

import java.math.BigDecimal;
import java.util.Optional;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** The keys of a criterion's score: those that enter it, step it, and act instead of being typed. */
final class ScoreKeys {
    private final DeskModel model;
    private final CriterionRow row;
    private final Criterion criterion;
    private final Optional<Choice> choice;

    ScoreKeys(DeskModel model, CriterionRow row, Optional<Choice> choice) {
        this.model = model;
        this.row = row;
        this.criterion = row.criterion();
        this.choice = choice;
    }

    /** Handles the keys of a field from now on. */
    void on(TextField score) {
        score.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        score.addEventFilter(KeyEvent.KEY_TYPED, e -> {
            char typed = e.getCharacter().isEmpty() ? ' ' : e.getCharacter().charAt(0);
            if (!e.isShortcutDown() && !e.isAltDown() && isAct(typed)) {
                e.consume();
            }
        });
    }

    /** True if a character typed into the score field was an act instead. */
    private boolean isAct(char typed) {
        if (typed > ' ' && model.submission().sealed()) {
            model.refuse(UiText.of("Ledger.isSealed"));
        } else if (typed == '=' && model.scores().count(criterion).isPresent()) {
            row.showRefusal(model.scores().acceptCount(criterion));
        } else if (typed == '"') {
            row.scoreAsLastTime();
        } else {
            return choice.filter(c -> c.letter(typed)).isPresent();
        }
        return true;
    }

    private void pressed(KeyEvent e) {
        switch (e.getCode()) {
            case ENTER -> {
                e.consume();
                row.enterAndContinue();
            }
            case ESCAPE -> row.refresh(true);
            case UP -> step(e, 1);
            case DOWN -> step(e, -1);
            default -> {
                // the field's own
            }
        }
    }

    /** One step up or down, within the level if there is one. */
    private void step(KeyEvent e, int steps) {
        if (e.isShortcutDown() || criterion.manner() instanceof Manner.Checklist) {
            return;
        }
        e.consume();
        row.keepIfValid(); // the step starts from what has just been typed
        BigDecimal points = model.submission()
                .scores()
                .score(criterion.id())
                .orElse(BigDecimal.ZERO)
                .add(criterion.step().multiply(BigDecimal.valueOf(steps)));
        if (criterion.refusal(points).isEmpty()) {
            row.enter(points);
        }
    }
}

package org.epiglyph.desktop.ledger;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.batch.Averages;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.MarkText;

/** Texts of the ledger about a criterion besides its score. */
final class CriterionText {
    private final DeskModel model;
    private final Criterion criterion;

    CriterionText(DeskModel model, Criterion criterion) {
        this.model = model;
        this.criterion = criterion;
    }

    /** The text of the closed row below its name: the level, and the remark. */
    String settled(Judgement judgement, String remark) {
        List<String> said = new ArrayList<>();
        if (criterion.manner() instanceof Manner.Levels levels) {
            levels.find(judgement.level())
                    .or(() -> judgement.points().flatMap(levels::holding))
                    .map(Manner.Level::name)
                    .ifPresent(said::add);
        }
        if (!remark.isEmpty()) {
            said.add(MarkText.shortened(remark));
        }
        said.addAll(spoken());
        return String.join("  \u00b7  ", said);
    }

    /** The text of the open row below its name: steps, role, hurdle, and observations. */
    String hint(Judgement judgement) {
        List<String> said = new ArrayList<>();
        if (!(criterion.manner() instanceof Manner.Checklist) && criterion.isScored()) {
            said.add(UiText.of("Ledger.steps", Criterion.format(criterion.step())));
        }
        if (criterion.role() != Role.COUNTS) {
            said.add(UiText.of("Role." + criterion.role().name()));
        }
        criterion.hurdle().ifPresent(h -> said.add(UiText.of("Ledger.hurdle", Criterion.format(h))));
        if (!criterion.isScored()) {
            said.add(UiText.of("Ledger.wordsOnly"));
        } else if (judgement.equals(Judgement.NONE)) {
            said.add(UiText.of("Ledger.notScored"));
        }
        model.scores()
                .phraseEffect(criterion.id())
                .ifPresent(e -> said.add(UiText.of("Ledger.phrases", Criterion.format(e).replace('-', '\u2212'))));
        said.addAll(spoken());
        return String.join("  \u00b7  ", said);
    }

    private List<String> spoken() {
        return model.submission()
                .spoken()
                .stream()
                .filter(s -> s.place().isOnCriterion(criterion.id()))
                .map(s -> UiText.of("Spoken.said", s.heard().format()))
                .toList();
    }

    /** How the score was computed, and the class's average: a line for each step. */
    String why() {
        List<String> lines = new ArrayList<>(model.batch().result(model.student()).whyCriterion(criterion.id()));
        model.scores()
                .count(criterion)
                .ifPresent(c -> lines.add(UiText.of("Ledger.count", c.marks(), Criterion.format(c.points()), "")));
        Averages.ofCriterion(model.batch(), criterion.id())
                .ifPresent(a -> lines.add(UiText.of("Ledger.average", Criterion.format(a.mean()), a.count())));
        return String.join("\n", lines);
    }

    /** The letter that stands for a criterion without points. */
    static String letter(Standing standing) {
        return standing == Standing.NOT_ATTEMPTED ? "n" : "x";
    }
}

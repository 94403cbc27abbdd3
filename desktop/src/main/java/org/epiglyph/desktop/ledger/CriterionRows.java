package org.epiglyph.desktop.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PhraseHand;

/** The criteria of a scheme under their sections, in its order. */
final class CriterionRows extends VBox {
    private final DeskModel model;
    private final Consumer<Mark> go;
    private final Runnable behind;
    private final List<CriterionRow> rows = new ArrayList<>();
    private final List<SectionHead> heads = new ArrayList<>();
    private Optional<PhraseHand> hand = Optional.empty();
    private MarkScheme scheme;

    /**
     * @param go     shows a mark on its page
     * @param behind goes to what follows the last criterion
     */
    CriterionRows(DeskModel model, Consumer<Mark> go, Runnable behind) {
        this.model = model;
        this.go = go;
        this.behind = behind;
        getStyleClass().add("criteria");
    }

    /** Makes room for the criteria of a scheme, which are added next. */
    void begin(MarkScheme of) {
        scheme = of;
        if (of.findCriterion(model.scores().criterionProperty().get()).isEmpty()) {
            model.scores()
                    .criterionProperty()
                    .set(of.criteria().stream().findFirst().map(Criterion::id).orElse(""));
        }
        rows.clear();
        heads.clear();
        getChildren().clear();
    }

    /** Adds the next criterion in the scheme's order, with its section above the first of it. */
    void add(Criterion criterion) {
        String before = rows.isEmpty() ? "" : rows.getLast().criterion().section();
        if (!criterion.section().equals(before)) {
            scheme.findSection(criterion.section()).map(SectionHead::new).ifPresent(head -> {
                heads.add(head);
                getChildren().add(head);
            });
        }
        CriterionRow row = new CriterionRow(model, criterion, this::nextAfter, go);
        hand.ifPresent(row::acceptPhrases);
        row.refresh(true);
        rows.add(row);
        getChildren().add(row);
    }

    /** Shows the criteria of another scheme, if it is another one. */
    void change(MarkScheme now) {
        if (now != scheme) {
            begin(now);
            now.criteria().forEach(this::add);
        }
    }

    /**
     * Shows the present scores.
     *
     * @param whateverIsTyped false if what is being typed is left alone
     */
    void refresh(boolean whateverIsTyped, Result result) {
        rows.forEach(r -> r.refresh(whateverIsTyped));
        heads.forEach(h -> h.show(result, scheme));
    }

    /** The current criterion, or the first. */
    Optional<CriterionRow> active() {
        return rows.stream()
                .filter(r -> r.criterion().id().equals(model.scores().criterionProperty().get()))
                .findFirst()
                .or(() -> rows.stream().findFirst());
    }

    private void nextAfter(CriterionRow row) {
        int next = rows.indexOf(row) + 1;
        if (next < rows.size()) {
            rows.get(next).focusScore();
        } else {
            behind.run();
        }
    }

    /** Saves what is typed and not saved yet. */
    void save() {
        rows.forEach(CriterionRow::save);
    }

    /** Accepts phrases dropped on criteria. */
    void acceptPhrases(PhraseHand phrases) {
        hand = Optional.of(phrases);
        rows.forEach(r -> r.acceptPhrases(phrases));
    }
}

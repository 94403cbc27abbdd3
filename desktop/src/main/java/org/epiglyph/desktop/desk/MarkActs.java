package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javafx.scene.AccessibleAttribute;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.Chosen;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.MarkText;
import org.epiglyph.desktop.paper.PageRoll;

/** Acts on marks: going from one to another, and everything done with the selected ones. */
final class MarkActs {
    private static final double SIZE_STEP = 1.15;
    private static final double TURN_STEP = 15;
    private static final double SEEN_SIZE = 26;
    private final DeskModel model;
    private final PageRoll pages;
    private final DocumentFiles files;
    private final Consumer<Mark> toMark;
    private Selection read = Selection.NONE;

    /** @param toMark shows a mark on its page and selects it */
    MarkActs(DeskModel model, PageRoll pages, DocumentFiles files, Consumer<Mark> toMark) {
        this.model = model;
        this.pages = pages;
        this.files = files;
        this.toMark = toMark;
    }

    /** Text selected on the page, for copying. */
    void copyable(Selection words) {
        read = words;
    }

    /** @param pointing true while the arrow keys belong to the keyboard pen */
    List<Act> all(BooleanSupplier pointing) {
        List<Act> acts = new ArrayList<>(going());
        acts.addAll(shape());
        acts.addAll(more());
        acts.addAll(List.of(move("LEFT", -1, 0, pointing), move("RIGHT", 1, 0, pointing), move("UP", 0, -1, pointing),
                move("DOWN", 0, 1, pointing)));
        return acts;
    }

    private boolean any() {
        return !model.chosen().isEmpty();
    }

    private List<Act> going() {
        Chosen chosen = model.chosen();
        return List.of(Act.of("Desk.act.nextMark", "N", () -> choose(1)).repeating(),
                Act.of("Desk.act.previousMark", "Shift+N", () -> choose(-1)).repeating(),
                Act.of("Desk.act.chooseAll", "Shortcut+A", this::chooseAllOnPage),
                Act.of("Desk.act.chooseKind", "Shift+A", this::any, chosen::sameKind),
                Act.of("Desk.act.evidence", "G", this::any,
                        () -> chosen.link(model.scores().criterionProperty().get())),
                Act.of("Desk.act.evidenceNext", "Shift+G", this::nextEvidence).repeating());
    }

    private List<Act> shape() {
        Chosen chosen = model.chosen();
        return List.of(Act.of("Desk.act.delete", "DELETE", this::any, chosen::remove),
                Act.of("Desk.act.delete", "BACK_SPACE", this::any, chosen::remove),
                Act.of("Desk.act.makePrivate", "P", this::any, chosen::togglePrivate),
                Act.of("Desk.act.larger", "PERIOD", this::any, () -> chosen.scale(SIZE_STEP)).repeating(),
                Act.of("Desk.act.smaller", "COMMA", this::any, () -> chosen.scale(1 / SIZE_STEP)).repeating(),
                Act.of("Desk.act.turnMark", "T", this::any, () -> chosen.turn(TURN_STEP)).repeating(),
                Act.of("Desk.act.turnMarkBack", "Shift+T", this::any, () -> chosen.turn(-TURN_STEP)).repeating(),
                Act.of("Desk.act.inkInHand", "I", this::any,
                        () -> chosen.ink(model.penCaseProperty().get().current().ink())),
                Act.of("Desk.act.widthInHand", "", this::any,
                        () -> chosen.weight(model.penCaseProperty().get().current().width())),
                Act.of("Desk.act.front", "Shortcut+Shift+F", this::any, () -> chosen.order(true)),
                Act.of("Desk.act.back", "Shortcut+Shift+B", this::any, () -> chosen.order(false)));
    }

    private List<Act> more() {
        Chosen chosen = model.chosen();
        return List.of(Act.of("Desk.act.copy", "Shortcut+C", () -> any() || !read.text().isEmpty(), this::copy),
                Act.of("Desk.act.put", "Shortcut+V", chosen::hasCopies,
                        () -> pages.pageInSight().ifPresent(chosen::putCopies)),
                Act.of("Desk.act.remark", "R", () -> chosen.one().isPresent(),
                        () -> chosen.one().map(Mark::id).ifPresent(model.writing()::open)),
                Act.of("Desk.act.remarkEmpty", "", this::any,
                        () -> chosen.change(m -> m.withRemark(Remark.NONE.withAudience(m.remark().audience())))),
                Act.of("Desk.act.keepPhrase", "K", model.writing()::keepAsPhrase),
                Act.of("Desk.act.seenBlank", "", this::stampBlankPages));
    }

    /** The arrow keys move the selected marks, one point per press. */
    private Act move(String key, double dx, double dy, BooleanSupplier pointing) {
        return Act.of("Desk.act.move." + key, key, () -> pages.isFocused() && any() && !pointing.getAsBoolean(),
                () -> model.chosen().move(dx, dy)).repeating();
    }

    private void choose(int by) {
        model.chosen().next(by).ifPresent(mark -> {
            toMark.accept(mark);
            String text = MarkText.of(mark) + ", " + UiText.of("Desk.page", mark.page().number())
                    + (mark.remark().isEmpty() ? "" : ", " + mark.remark().text());
            pages.setAccessibleText(text);
            pages.notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        });
    }

    private void chooseAllOnPage() {
        pages.pageInSight().ifPresent(page -> model.chosen().choose(m -> m.page().equals(page)));
    }

    private void copy() {
        if (any()) {
            model.chosen().copy();
        } else {
            Clipboard.getSystemClipboard().setContent(Map.of(DataFormat.PLAIN_TEXT, read.text()));
            model.report(UiText.of("Desk.wordsCopied"));
        }
    }

    /** Goes to the next mark that is evidence for the current criterion. */
    private void nextEvidence() {
        String criterion = model.scores().criterionProperty().get();
        List<Mark> evidence = model.scores().evidence(criterion);
        if (evidence.isEmpty()) {
            String name = model.batch().scheme().findCriterion(criterion).map(Criterion::name).orElse("");
            model.refuse(UiText.of("Desk.noEvidence", name));
            return;
        }
        int here = model.chosen().one().map(evidence::indexOf).orElse(-1);
        toMark.accept(evidence.get((here + 1) % evidence.size()));
    }

    /** Stamps "seen" on every page of the submission that is blank. */
    private void stampBlankPages() {
        files.blankPages(model.submission().pages(), blank -> {
            List<Stamp> stamps = blank.stream()
                    .filter(page -> model.submission().marks().stream().noneMatch(m -> m.page().equals(page)))
                    .flatMap(page -> seen(page).stream())
                    .toList();
            if (stamps.isEmpty() || !model.place(stamps)) {
                model.refuse(UiText.of("Desk.noBlankPage"));
            } else {
                model.report(UiText.of("Desk.blankStamped", stamps.size()));
            }
        });
    }

    private Optional<Stamp> seen(PageRef page) {
        return pages.geometry(page)
                .map(g -> new Stamp(model.newHead(page, g.uprightTurn()), Sign.SEEN,
                        g.fromShown(new PagePoint(g.shownWidth() / 2, g.shownHeight() / 8)), SEEN_SIZE));
    }
}

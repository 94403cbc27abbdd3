package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.AccessibleAttribute;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.ledger.Ledger;
import org.epiglyph.desktop.marking.Chosen;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.MarkWords;
import org.epiglyph.desktop.paper.KeyPen;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.settings.View.Arrangement;
import org.epiglyph.desktop.settings.View.Zoom;

/** Everything that can be done at the desk, each with its key. */
final class DeskActs {
    private static final double ZOOM_STEP = 1.2;
    private static final double SIZE_STEP = 1.15;
    private static final double TURN_STEP = 15;
    private static final int MOST_USED = 9;
    private final Desk desk;
    private final DeskModel model;
    private final Looks looks;
    private final Parts parts;
    private Selection read = Selection.NONE;

    /** The parts of the desk that acts work on. */
    record Parts(PageRoll pages, Ledger ledger, SideSheet side, PenCaseStrip penCase, CaseAtPointer atPointer,
            KeyPen keyPen, DeskSides sides, DeskFinder finder, DocumentFiles files, Pieces pieces, SpokenHand spoken,
            Optional<SimulatedTablet> tablet) {}

    DeskActs(Desk desk, DeskModel model, Looks looks, Parts parts) {
        this.desk = desk;
        this.model = model;
        this.looks = looks;
        this.parts = parts;
    }

    /** Words that were chosen on the page, for copying. */
    void copyable(Selection words) {
        read = words;
    }

    List<Act> all() {
        List<Act> acts = new ArrayList<>();
        acts.addAll(going());
        acts.addAll(marks());
        acts.addAll(words());
        acts.addAll(pages());
        acts.addAll(looking());
        acts.addAll(files());
        acts.addAll(tools());
        return acts;
    }

    private List<Act> going() {
        return List.of(act("next", "Shortcut+DOWN", () -> desk.go(() -> model.walk().step(1))).repeating(),
                act("previous", "Shortcut+UP", () -> desk.go(() -> model.walk().step(-1))).repeating(),
                act("nextToMark", "Shortcut+Shift+DOWN", () -> desk.go(model.walk()::toNextUnmarked)).repeating(),
                act("leaveList", "", () -> model.walk().followedProperty().get().isPresent(),
                        model.walk()::leaveList),
                act("findStudent", "F", parts.finder::openForStudents),
                act("undo", "Shortcut+Z", model.past()::canUndo, model.past()::undo).repeating(),
                act("redo", "Shortcut+Shift+Z", model.past()::canRedo, model.past()::redo).repeating(),
                act("ledger", "L", parts.ledger::focusCriterion),
                act("criterionOf", "Shift+L",
                        () -> model.chosen().one().filter(m -> !m.head().criterion().isEmpty()).isPresent(),
                        this::criterionOfChosen),
                act("criterionText", "D", parts.ledger::toggleText),
                act("criterionWords", "Shift+D", parts.ledger::focusCriterionWords),
                act("asLastTime", "Shortcut+D",
                        () -> model.scores().asLastTime(model.scores().criterionProperty().get())),
                act("byQuestion", "Shift+Q", desk::toggleByQuestion),
                act("names", "Shift+V", () -> parts.side.toggle("names")),
                act("earlier", "Shift+E", () -> parts.side.toggle("earlier")),
                act("passages", "Shift+C", () -> parts.side.toggle("passages")),
                act("sameScore", "Shift+S", () -> parts.side.toggle("same")),
                act("phrases", "Shift+K", () -> parts.side.toggle("phrases")),
                act("undoBatch", "Shortcut+Alt+Z", model.past()::canUndoBatch, model.past()::undoBatch),
                act("pages", "ESCAPE", this::toPages),
                act("seal", "Shortcut+ENTER", parts.ledger::seal),
                act("openAgain", "", () -> model.submission().sealed(), model::openAgain));
    }

    /** Goes from a mark to the criterion that it is evidence for. */
    private void criterionOfChosen() {
        model.chosen().one().ifPresent(m -> {
            model.scores().criterionProperty().set(m.head().criterion());
            parts.ledger.focusCriterion();
        });
    }

    private void toPages() {
        if (parts.keyPen.isOut()) {
            parts.keyPen.putAway();
            return;
        }
        parts.penCase.closeCard();
        parts.pages.found(Map.of());
        read = Selection.NONE;
        model.chosen().none();
        parts.pages.requestFocus();
    }

    private boolean any() {
        return !model.chosen().isEmpty();
    }

    private List<Act> marks() {
        Chosen chosen = model.chosen();
        List<Act> acts = new ArrayList<>(List.of(
                act("nextMark", "N", () -> choose(1)).repeating(),
                act("previousMark", "Shift+N", () -> choose(-1)).repeating(),
                act("chooseAll", "Shortcut+A", this::chooseAllOnPage),
                act("chooseKind", "Shift+A", this::any, chosen::sameKind),
                act("delete", "DELETE", this::any, chosen::remove),
                act("delete", "BACK_SPACE", this::any, chosen::remove),
                act("makePrivate", "P", this::any, chosen::togglePrivate),
                act("larger", "PERIOD", this::any, () -> chosen.scale(SIZE_STEP)).repeating(),
                act("smaller", "COMMA", this::any, () -> chosen.scale(1 / SIZE_STEP)).repeating(),
                act("turnMark", "T", this::any, () -> chosen.turn(TURN_STEP)).repeating(),
                act("turnMarkBack", "Shift+T", this::any, () -> chosen.turn(-TURN_STEP)).repeating(),
                act("inkInHand", "I", this::any, () -> chosen.ink(model.penCaseProperty().get().current().ink())),
                act("widthInHand", "", this::any, () -> chosen.weight(model.penCaseProperty().get().current().width())),
                act("front", "Shortcut+Shift+F", this::any, () -> chosen.order(true)),
                act("back", "Shortcut+Shift+B", this::any, () -> chosen.order(false)),
                act("copy", "Shortcut+C", () -> any() || !read.text().isEmpty(), this::copy),
                act("put", "Shortcut+V", chosen::hasCopies,
                        () -> parts.pages.pageInSight().ifPresent(chosen::putCopies)),
                act("evidence", "G", this::any, () -> chosen.link(model.scores().criterionProperty().get())),
                act("evidenceNext", "Shift+G", this::nextEvidence).repeating(),
                act("seenBlank", "", this::stampBlankPages)));
        acts.addAll(List.of(move("LEFT", -1, 0), move("RIGHT", 1, 0), move("UP", 0, -1), move("DOWN", 0, 1)));
        return acts;
    }

    /** The arrow keys move the chosen marks, one point a press. */
    private Act move(String key, double dx, double dy) {
        return act("move." + key, key, () -> parts.pages.isFocused() && any() && !parts.keyPen.isOut(),
                () -> model.chosen().move(dx, dy)).repeating();
    }

    private void choose(int by) {
        model.chosen().next(by).ifPresent(mark -> {
            desk.goTo(mark);
            String words = MarkWords.of(mark) + ", " + Words.of("Desk.page", mark.page().number())
                    + (mark.remark().isEmpty() ? "" : ", " + mark.remark().words());
            parts.pages.setAccessibleText(words);
            parts.pages.notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        });
    }

    private void chooseAllOnPage() {
        parts.pages.pageInSight().ifPresent(page -> model.chosen().choose(m -> m.page().equals(page)));
    }

    private void copy() {
        if (any()) {
            model.chosen().copy();
        } else {
            Clipboard.getSystemClipboard().setContent(Map.of(DataFormat.PLAIN_TEXT, read.text()));
            model.say(Words.of("Desk.wordsCopied"));
        }
    }

    /** Goes to the next mark that is evidence for the criterion being scored. */
    private void nextEvidence() {
        String criterion = model.scores().criterionProperty().get();
        List<Mark> evidence = Chosen.inPageOrder(model.submission())
                .stream()
                .filter(m -> m.head().criterion().equals(criterion))
                .toList();
        if (evidence.isEmpty()) {
            String name = model.batch().scheme().findCriterion(criterion).map(Criterion::name).orElse("");
            model.say(Words.of("Desk.noEvidence", name));
            return;
        }
        int here = model.chosen().one().map(evidence::indexOf).orElse(-1);
        desk.goTo(evidence.get((here + 1) % evidence.size()));
    }

    /** Stamps "seen" on every page of the submission that has neither ink nor words on it. */
    private void stampBlankPages() {
        parts.files.blankPages(model.submission().pages(), blank -> {
            List<Stamp> stamps = new ArrayList<>();
            for (PageRef page : blank) {
                boolean marked = model.submission().marks().stream().anyMatch(m -> m.page().equals(page));
                if (!marked) {
                    parts.pages.geometry(page).ifPresent(g -> {
                        var middle = g.fromShown(
                                new org.epiglyph.core.page.PagePoint(g.shownWidth() / 2, g.shownHeight() / 8));
                        stamps.add(new Stamp(model.newHead(page, g.uprightTurn()), Sign.SEEN, middle, 26));
                    });
                }
            }
            if (stamps.isEmpty() || !model.place(stamps)) {
                model.say(Words.of("Desk.noBlankPage"));
            } else {
                model.say(Words.of("Desk.blankStamped", stamps.size()));
            }
        });
    }

    private List<Act> words() {
        return List.of(act("onTheWhole", "W", parts.ledger::focusOnTheWhole),
                act("private", "Shift+W", parts.ledger::focusPrivate),
                act("remark", "R", () -> model.chosen().one().isPresent(),
                        () -> model.chosen().one().map(Mark::id).ifPresent(model.writing()::open)),
                act("remarkEmpty", "", () -> any(),
                        () -> model.chosen()
                                .change(m -> m.withRemark(Remark.NONE.withAudience(m.remark().audience())))),
                act("speak", "O", parts.spoken::speak),
                act("speak", "Shortcut+Shift+M", parts.spoken::speak),
                act("spoken", "Shift+O", () -> parts.side.toggle("spoken")),
                act("keepPhrase", "K", model.writing()::keepAsPhrase),
                act("remarks", "Shift+R", () -> parts.side.toggle("remarks")),
                act("find", "Shortcut+F", () -> parts.side.show("find")),
                act("nextHint", "J", () -> hint(1)).repeating(),
                act("hintBefore", "Shortcut+J", () -> hint(-1)).repeating(),
                act("correctHint", "Shift+J", parts.sides.hints()::correct),
                act("findNext", "F3", () -> parts.sides.find().go(1)).repeating(),
                act("findBefore", "Shift+F3", () -> parts.sides.find().go(-1)).repeating(),
                act("history", "Y", () -> parts.side.toggle("history")));
    }

    private void hint(int by) {
        parts.side.show("hints");
        parts.sides.hints().go(by);
    }

    private List<Act> pages() {
        return List.of(act("pageOn", "PAGE_DOWN", () -> parts.pages.turnPages(1)).repeating(),
                act("pageBack", "PAGE_UP", () -> parts.pages.turnPages(-1)).repeating(),
                act("goToPage", "Shortcut+G", () -> {
                    parts.side.show("pages");
                    parts.sides.small().focusNumber();
                }), act("smallPages", "V", () -> parts.side.toggle("pages")),
                act("turnPage", "Shortcut+R", () -> parts.pages.pageInSight().ifPresent(model::turn)),
                act("zoomIn", "Shortcut+PLUS", () -> parts.pages.zoomBy(ZOOM_STEP)).repeating(),
                act("zoomIn", "Shortcut+EQUALS", () -> parts.pages.zoomBy(ZOOM_STEP)).repeating(),
                act("zoomOut", "Shortcut+MINUS", () -> parts.pages.zoomBy(1 / ZOOM_STEP)).repeating(),
                act("fitWidth", "Shortcut+DIGIT0", () -> looks.change(v -> v.withZoom(Zoom.FIT_WIDTH))),
                act("fitPage", "Shortcut+DIGIT9", () -> looks.change(v -> v.withZoom(Zoom.FIT_PAGE))),
                act("natural", "Shortcut+DIGIT8", () -> looks.change(v -> v.withZoom(Zoom.of(96.0 / 72)))));
    }

    private List<Act> looking() {
        List<Act> acts = new ArrayList<>();
        acts.add(act("continuous", "F7", () -> looks.change(v -> v.withArrangement(Arrangement.CONTINUOUS))));
        acts.add(act("single", "F8", () -> looks.change(v -> v.withArrangement(Arrangement.SINGLE))));
        acts.add(act("facing", "F9", () -> looks.change(v -> v.withArrangement(Arrangement.FACING))));
        List<String> keys = List.of("F2", "F4", "F5", "F6");
        for (int i = 0; i < keys.size(); i++) {
            String part = PartsInSight.NAMES.get(i);
            acts.add(act("fold." + part, keys.get(i), () -> looks.fold(part)));
        }
        acts.add(act("straight", "Shortcut+Shift+R",
                () -> model.say(Words.of(parts.pages.toggleStraight() ? "Desk.straight" : "Desk.notStraight"))));
        acts.add(act("contrast", "Shortcut+Shift+K",
                () -> model.say(Words.of(parts.pages.toggleContrast() ? "Desk.contrast" : "Desk.noContrast"))));
        acts.add(act("beside", "B", () -> parts.side.toggle("beside")));
        acts.add(act("instructions", "Shift+I", () -> beside("instructions")));
        acts.add(act("message", "M", () -> beside("message")));
        acts.add(act("answers", "Shift+U", () -> parts.side.toggle("answers")));
        acts.add(act("nextLookAgain", "Shortcut+Shift+G", () -> desk.go(model.walk()::toNextLookAgain)).repeating());
        acts.add(act("nextAnswer", "Shortcut+Shift+U", () -> desk.go(model.walk()::toNextAnswer)).repeating());
        acts.add(act("otherHandIn", "H", () -> model.submission().handIns().size() > 1, this::otherHandIn));
        acts.add(act("letCount", "Shift+H", () -> model.submission().handIns().size() > 1, model::letShownCount));
        return acts;
    }

    private void beside(String what) {
        parts.side.show("beside");
        parts.sides.beside().choose(what);
    }

    /** Looks at the hand-in before, from the oldest on at the newest again. */
    private void otherHandIn() {
        List<Integer> numbers = model.submission().handIns().stream().map(HandIn::number).toList();
        int at = numbers.indexOf(model.shownHandIn().orElseThrow().number());
        model.shownHandInProperty().set(Optional.of(numbers.get((at + numbers.size() - 1) % numbers.size())));
    }

    private List<Act> files() {
        return List.of(act("openOutside", "Shortcut+O", () -> desk.documentInSight().isPresent(),
                () -> desk.documentInSight().ifPresent(parts.files::openOutside)),
                act("attach", "Shortcut+Shift+O", () -> desk.documentInSight().isPresent(),
                        () -> desk.documentInSight().ifPresent(this::attach)));
    }

    private void attach(Document document) {
        parts.pieces.chooseChanged(document).ifPresent(f -> parts.files.attach(document, f));
    }

    private List<Act> tools() {
        List<Act> acts = new ArrayList<>();
        PenCase penCase = model.penCaseProperty().get();
        for (int i = 0; i < Math.min(10, penCase.slots().size()); i++) {
            int slot = i;
            acts.add(new Act("Desk.act.take." + (i + 1), Words.of("Desk.act.takeSlot", i + 1),
                    Optional.of(Act.key("DIGIT" + (i + 1) % 10)), () -> true, () -> model.take(slot)));
        }
        for (int i = 1; i <= MOST_USED; i++) {
            int number = i;
            acts.add(new Act("Desk.act.phrase." + i, Words.of("Desk.act.phrase", i),
                    Optional.of(Act.key("Alt+DIGIT" + i)), () -> true, () -> model.writing().takeMostUsed(number)));
        }
        acts.add(act("eraser", "E", () -> take(Tool.ERASER)));
        acts.add(act("choose", "C", () -> take(Tool.CHOOSE)));
        acts.add(act("caseAtPointer", "Q", parts.atPointer::openAtPointer));
        acts.add(act("slot", "S", parts.penCase::openCard));
        acts.add(act("nextSlot", "CLOSE_BRACKET", () -> model.take(Math.floorMod(
                model.penCaseProperty().get().inHand() + 1, model.penCaseProperty().get().slots().size())))
                .repeating());
        acts.add(act("previousSlot", "OPEN_BRACKET", () -> model.take(Math.floorMod(
                model.penCaseProperty().get().inHand() - 1, model.penCaseProperty().get().slots().size())))
                .repeating());
        acts.add(act("keyPen", "X", parts.keyPen::toggle));
        parts.tablet.ifPresent(t -> acts.add(act("tablet", "", t::write)));
        acts.add(act("language", "", model::nextLanguage));
        return acts;
    }

    private void take(Tool tool) {
        model.penCaseProperty()
                .get()
                .find(tool)
                .ifPresentOrElse(model::take,
                        () -> model.say(Words.of("Desk.noSlot", Words.of("Tool." + tool.name()))));
    }

    private static Act act(String name, String key, Runnable run) {
        return Act.of("Desk.act." + name, key, run);
    }

    private static Act act(String name, String key, java.util.function.BooleanSupplier possible, Runnable run) {
        return Act.of("Desk.act." + name, key, possible, run);
    }
}

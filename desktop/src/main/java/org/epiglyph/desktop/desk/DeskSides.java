package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.settings.View;

/** All sides of a desk, and the sheet that shows one of them at a time. */
final class DeskSides {
    private final SideSheet sheet;
    private final PagesSide small;
    private final BesideSide beside;
    private final FindSide find;
    private final PhrasesSide phrases;
    private final HintsSide hints;

    /**
     * What sides need.
     *
     * @param toStudent opens a student
     * @param toMark    shows a mark on its page
     */
    record Ground(DeskModel model, PageRoll pages, DocumentFiles files, Pieces pieces, Looks looks, DeskTools tools,
            Consumer<StudentKey> toStudent, Consumer<Mark> toMark) {}

    DeskSides(Ground ground, Side spoken) {
        DeskModel model = ground.model;
        PageRoll pages = ground.pages;
        DeskTools tools = ground.tools;
        small = new PagesSide(model, pages, tools.images(),
                scale -> ground.looks.change(v -> v.withZoom(View.Zoom.of(scale))));
        beside = new BesideSide(model, pages, tools.images(), ground.files, ground.pieces);
        find = new FindSide(model, pages, tools.images(), ground.toStudent);
        phrases = new PhrasesSide(model, this::searchFor);
        hints = new HintsSide(model, pages, new HintsModel(model, tools.images(), tools.spelling()));
        sheet = new SideSheet(
                List.of(new RemarksSide(model, ground.toMark, tools.images()::picture, tools.links()), small, find,
                        beside, new HistorySide(model, tools.clock().getZone()), new SameScoreSide(model), phrases,
                        new NamesSide(model, pages), new EarlierSide(model, SerialExecutor.thread()),
                        new PassagesSide(model, pages, tools.images(), ground.pieces), hints, spoken,
                        new AnswersSide(model, ground.toMark)),
                pages::requestFocus);
    }

    /** The acts that open a side, and those of sides that are available anywhere at the desk. */
    List<Act> acts() {
        List<Act> acts = new ArrayList<>(List.of(toggle("names", "Shift+V", "names"),
                toggle("earlier", "Shift+E", "earlier"), toggle("passages", "Shift+C", "passages"),
                toggle("sameScore", "Shift+S", "same"), toggle("phrases", "Shift+K", "phrases"),
                toggle("spoken", "Shift+O", "spoken"), toggle("remarks", "Shift+R", "remarks"),
                toggle("history", "Y", "history"), toggle("smallPages", "V", "pages"), toggle("beside", "B", "beside"),
                toggle("answers", "Shift+U", "answers")));
        acts.addAll(List.of(Act.of("Desk.act.find", "Shortcut+F", () -> sheet.show(find.name())),
                Act.of("Desk.act.findNext", "F3", () -> find.go(1)).repeating(),
                Act.of("Desk.act.findBefore", "Shift+F3", () -> find.go(-1)).repeating(),
                Act.of("Desk.act.nextHint", "J", () -> hint(1)).repeating(),
                Act.of("Desk.act.hintBefore", "Shortcut+J", () -> hint(-1)).repeating(),
                Act.of("Desk.act.correctHint", "Shift+J", hints::correct),
                Act.of("Desk.act.instructions", "Shift+I", () -> beside("instructions")),
                Act.of("Desk.act.message", "M", () -> beside("message")),
                Act.of("Desk.act.goToPage", "Shortcut+G", () -> {
                    sheet.show(small.name());
                    small.focusNumber();
                })));
        return acts;
    }

    private Act toggle(String name, String key, String side) {
        return Act.of("Desk.act." + name, key, () -> sheet.toggle(side));
    }

    private void hint(int by) {
        sheet.show(hints.name());
        hints.go(by);
    }

    /** @param name of a side, which is opened or closed; or {@code message} for what the student wrote */
    void open(String name) {
        if (name.equals("message")) {
            beside(name);
        } else {
            sheet.toggle(name);
        }
    }

    private void beside(String what) {
        sheet.show(beside.name());
        beside.choose(what);
    }

    private void searchFor(String text) {
        sheet.show(find.name());
        find.everywhere(text);
    }

    SideSheet sheet() {
        return sheet;
    }

    FindSide find() {
        return find;
    }

    PhrasesSide phrases() {
        return phrases;
    }
}

package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.function.Consumer;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
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
     * What sides stand on.
     *
     * @param toStudent brings a student to the desk
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
        phrases = new PhrasesSide(model, this::lookFor);
        hints = new HintsSide(model, pages, new HintsModel(model, tools.images(), tools.spelling()));
        sheet = new SideSheet(
                List.of(new RemarksSide(model, ground.toMark, tools.images()::picture, tools.links()), small, find,
                        beside, new HistorySide(model, tools.clock().getZone()), new SameScoreSide(model), phrases,
                        new NamesSide(model, pages), new EarlierSide(model, SerialExecutor.thread()),
                        new PassagesSide(model, pages, tools.images(), ground.pieces), hints, spoken,
                        new AnswersSide(model, ground.toMark)),
                pages::requestFocus);
    }

    private void lookFor(String words) {
        sheet.show(find.name());
        find.everywhere(words);
    }

    SideSheet sheet() {
        return sheet;
    }

    /** The pages in small. */
    PagesSide small() {
        return small;
    }

    BesideSide beside() {
        return beside;
    }

    FindSide find() {
        return find;
    }

    PhrasesSide phrases() {
        return phrases;
    }

    HintsSide hints() {
        return hints;
    }
}

package org.epiglyph.desktop.marking;

import java.util.Optional;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.phrases.Phrase;

/** Places phrases: on a mark, on words, at a place of a page, on a criterion, on the whole. */
public final class Placing {
    private static final double STAMP_HEIGHT = 22;
    private final DeskModel model;

    Placing(DeskModel model) {
        this.model = model;
    }

    private static Remark remark(Phrase phrase, String text) {
        return new Remark(text, phrase.audience(), phrase.id());
    }

    /** Puts a phrase on a mark, replacing its remark. */
    public void onMark(Mark mark, Phrase phrase, String text) {
        if (model.writing().isOf(mark.id())) {
            model.writing().forget();
        }
        model.change(linked(mark.withRemark(remark(phrase, text)), phrase));
    }

    /** A mark that is not evidence yet becomes evidence for the phrase's criterion. */
    private static Mark linked(Mark mark, Phrase phrase) {
        return mark.head().criterion().isEmpty() && !phrase.criterion().isEmpty()
                ? mark.withHead(mark.head().withCriterion(phrase.criterion()))
                : mark;
    }

    /**
     * Puts a phrase on a page, with its mark; a note if it has none.
     *
     * @param turn  clockwise degrees so that it is upright
     * @param under the words at the place; a highlight covers them
     */
    public void onPage(PageRef page, PagePoint at, int turn, Selection under, Phrase phrase, String text) {
        Ink ink = phrase.mark().map(Phrase.With::ink).orElse(model.penCaseProperty().get().current().ink());
        Head head = model.newHead(page, turn).withInk(ink).withRemark(remark(phrase, text)).withMeaning("");
        Optional<Sign> sign = phrase.mark().flatMap(Phrase.With::sign);
        boolean highlights = phrase.mark().isPresent() && sign.isEmpty() && !under.boxes().isEmpty();
        Mark mark = sign.isPresent()
                ? model.pageSizes().onto(new Stamp(head, sign.get(), at, STAMP_HEIGHT))
                : highlights
                        ? new TextMarkup(head, under.boxes(), under.text())
                        : model.pageSizes().onto(new Note(head, at));
        model.place(linked(mark, phrase));
    }

    /** Adds a phrase to the remark on a criterion; private ones go to the private note. */
    public void onCriterion(String criterion, Phrase phrase, String text) {
        if (phrase.audience() == Audience.PRIVATE) {
            privately(text);
        } else {
            model.edit(new Edit.WriteOnCriterion(model.student(), criterion,
                    joined(model.submission().scores().remark(criterion), text)));
        }
    }

    /** Adds a phrase to the remark on the whole; private ones go to the private note. */
    public void onTheWhole(Phrase phrase, String text) {
        if (phrase.audience() == Audience.PRIVATE) {
            privately(text);
        } else {
            model.writeOnTheWhole(joined(model.submission().onTheWhole(), text));
        }
    }

    /** Adds words to the private note. */
    public void privately(String text) {
        model.writePrivately(joined(model.submission().privately(), text));
    }

    private static String joined(String before, String text) {
        return before.isEmpty() ? text : before + " " + text;
    }
}

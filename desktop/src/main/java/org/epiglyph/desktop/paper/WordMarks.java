package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.desktop.marking.DeskModel;

/** Makes marks that belong to words of the pages. */
final class WordMarks {
    private final DeskModel model;
    private final PageRoll roll;
    private final PageWords words;

    WordMarks(DeskModel model, PageRoll roll, PageWords words) {
        this.model = model;
        this.roll = roll;
        this.words = words;
    }

    /** The head of a mark with the slot that the hand began with, which another may have replaced since. */
    private Head head(Slot slot, PageRef page) {
        return model.newHead(slot, page, roll.uprightTurn(page));
    }

    /** Highlights or underlines words, as the slot does, and opens the remark of the first mark. */
    void markUp(Slot slot, Map<PageRef, Selection> run) {
        TextMarkup.Style style = switch (slot.tool()) {
            case UNDERLINE -> TextMarkup.Style.UNDERLINE;
            case WAVY_UNDERLINE -> TextMarkup.Style.WAVY_UNDERLINE;
            case STRIKE_OUT -> TextMarkup.Style.STRIKE_OUT;
            default -> TextMarkup.Style.HIGHLIGHT;
        };
        List<TextMarkup> marks = new ArrayList<>();
        run.forEach((page, chosen) -> {
            if (!chosen.isEmpty()) {
                marks.add(new TextMarkup(head(slot, page), chosen.boxes(), chosen.text(), style));
            }
        });
        if (model.place(marks)) {
            model.writing().open(marks.getFirst().id());
        }
    }

    /** Strikes words out, and opens the remark that replaces them. */
    void strikeOut(Slot slot, Map<PageRef, Selection> run) {
        run.forEach((page, chosen) -> {
            Correction correction = Correction.striking(head(slot, page), chosen.boxes(), chosen.text());
            if (model.place(correction)) {
                model.writing().open(correction.id());
            }
        });
    }

    /** Inserts words in the gap near a place, if there is one. */
    void insertAt(Slot slot, Contact contact) {
        PageRef page = contact.leaf().page();
        words.of(page).gapNear(contact.at(), roll.uprightTurn(page)).ifPresent(gap -> {
            Correction correction = new Correction(head(slot, page), List.of(), "",
                    Optional.of(gap.foot()), gap.size());
            if (model.place(correction)) {
                model.writing().open(correction.id());
            }
        });
    }
}

package org.epiglyph.core.marks;

import java.util.Objects;
import org.epiglyph.core.page.PageRef;

/**
 * What every mark has.
 *
 * @param id        unique within the batch, never blank
 * @param page      the page it is on
 * @param ink       its ink
 * @param turn      clockwise degrees of its turn within page space, so that it was upright when it was made: 0, 90, 180
 *                  or 270
 * @param remark    its text and audience, or {@link Remark#NONE}
 * @param criterion id of the criterion that it is evidence for; empty for none
 * @param meaning   what its tool stands for, in the marker's words; empty for nothing in particular
 */
public record Head(String id, PageRef page, Ink ink, int turn, Remark remark, String criterion, String meaning) {
    public Head {
        if (id.isBlank()) {
            throw new IllegalArgumentException("A mark needs an id");
        }
        if (turn % 90 != 0 || turn < 0 || turn > 270) {
            throw new IllegalArgumentException("A mark is turned by 0, 90, 180 or 270 degrees, not " + turn);
        }
        criterion = Objects.requireNonNullElse(criterion, ""); // marks of the first version have none
        meaning = Objects.requireNonNullElse(meaning, "");
    }

    /** A head without criterion and meaning. */
    public Head(String id, PageRef page, Ink ink, int turn, Remark remark) {
        this(id, page, ink, turn, remark, "", "");
    }

    public Head withRemark(Remark other) {
        return new Head(id, page, ink, turn, other, criterion, meaning);
    }

    public Head withInk(Ink other) {
        return new Head(id, page, other, turn, remark, criterion, meaning);
    }

    public Head withCriterion(String other) {
        return new Head(id, page, ink, turn, remark, other, meaning);
    }

    public Head withMeaning(String other) {
        return new Head(id, page, ink, turn, remark, criterion, other);
    }

    /** The same for another mark on another page. */
    public Head copiedTo(String otherId, PageRef otherPage) {
        return new Head(otherId, otherPage, ink, turn, remark, criterion, meaning);
    }

    /** The same, standing upright in page space. */
    public Head withoutRotation() {
        return new Head(id, page, ink, 0, remark, criterion, meaning);
    }
}

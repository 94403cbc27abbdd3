package org.epiglyph.core.markbook;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.Optional;
import org.epiglyph.core.scoring.Criterion;

/**
 * What stands in one place of the mark book.
 *
 * @param words    as it is shown; may be empty
 * @param rank     what it is ordered by before its words; empty for words alone
 * @param isFigure true if it is a number to reckon with, which its rank then is
 */
public record Cell(String text, Optional<BigDecimal> rank, boolean isFigure) {
    public static final Cell EMPTY = text("");

    /** By rank, then by words; what is empty comes last whichever way the others are ordered. */
    static Comparator<Cell> order(boolean descending) {
        Comparator<Cell> ranks = Comparator.comparing(c -> c.rank().orElse(null),
                Comparator.nullsLast(descending ? Comparator.<BigDecimal>reverseOrder() : Comparator.naturalOrder()));
        Comparator<Cell> texts = Comparator.comparing(Cell::text, String.CASE_INSENSITIVE_ORDER);
        return Comparator.<Cell, Boolean>comparing(c -> c.text.isEmpty())
                .thenComparing(ranks)
                .thenComparing(descending ? texts.reversed() : texts);
    }

    static Cell text(String text) {
        return new Cell(text, Optional.empty(), false);
    }

    /** Words that are ordered by a number. */
    static Cell ranked(String text, long rank) {
        return new Cell(text, Optional.of(BigDecimal.valueOf(rank)), false);
    }

    static Cell figure(BigDecimal value) {
        return new Cell(Criterion.format(value), Optional.of(value), true);
    }

    /** A count; none is left empty, so that the others are seen. */
    static Cell count(long value) {
        return value == 0 ? EMPTY : figure(BigDecimal.valueOf(value));
    }
}

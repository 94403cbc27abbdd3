package org.epiglyph.core.markbook;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.Optional;
import org.epiglyph.core.scoring.Criterion;

/**
 * The content of one cell of the mark book.
 *
 * @param text     as shown; may be empty
 * @param rank     sort key that precedes the text; empty if it sorts by text alone
 * @param isFigure true if the rank is a number to calculate with
 */
public record Cell(String text, Optional<BigDecimal> rank, boolean isFigure) {
    static final Cell EMPTY = text("");

    /** By rank, then by text; empty cells come last in either direction. */
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

    /** Text that sorts by a number. */
    static Cell ranked(String text, long rank) {
        return new Cell(text, Optional.of(BigDecimal.valueOf(rank)), false);
    }

    static Cell figure(BigDecimal value) {
        return new Cell(Criterion.format(value), Optional.of(value), true);
    }

    /** A count; 0 is left empty, so that other counts stand out. */
    static Cell count(long value) {
        return value == 0 ? EMPTY : figure(BigDecimal.valueOf(value));
    }
}

package org.epiglyph.exchange.sheet;

import java.math.BigDecimal;
import java.util.OptionalInt;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.Problem;

/** One row read cell by cell, with complaints that name its line. */
record TableRow(Table table, int row, String called) {
    String text(OptionalInt column) {
        return column.isEmpty() ? "" : Disarmed.back(table.value(new Place(row, column.getAsInt())).strip());
    }

    BigDecimal number(OptionalInt column, String heading) throws Problem {
        try {
            return Decimal.of(text(column));
        } catch (NumberFormatException e) {
            throw new Problem(called + ", line " + (row + 1) + ": '" + text(column) + "' under '" + heading
                    + "' is not a number. Correct that line.");
        }
    }

    BigDecimal above0(OptionalInt column, String heading) throws Problem {
        BigDecimal number = number(column, heading);
        if (number.signum() <= 0) {
            throw new Problem(called + ", line " + (row + 1) + ": the " + heading + " must be above 0, not " + number
                    + ". Correct that line.");
        }
        return number;
    }
}
